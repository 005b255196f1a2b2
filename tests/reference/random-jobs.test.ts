import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { applyAll } from '#core/job/operations';
import { planJob } from '#core/plan';
import { casesOf, feedNetwork, solveNetwork, type Network } from '#core/power/index';
import { feedDeck } from '#formats/spice';
import { anyJob } from '../support/any-job';
import { ACCESSES } from '#core/tables/circuits';
import { wholeFindings } from '#core/shown';

/**
 * A feed network for ngspice that takes nothing from our own solution: every source and diode is a law of its own
 * (no more than it can give, no backwards), so that ngspice finds by itself what gives, what rests and what is at its
 * limit. Volts of every load in the order of `loads`.
 */
function freeDeck(network: Network): { lines: string[]; nodeOf: (name: string) => string } {
  const names = new Map<string, string>();
  const lines: string[] = [];
  const starts = new Map<string, number>();
  let parts = 0;
  const nodeOf = (name: string) => names.get(name) ?? names.set(name, `n${names.size + 1}`).get(name)!;
  const write = (net: Network, outletMeter?: string): void => {
    const at = (name: string) => (name === net.ground ? '0' : nodeOf(name));
    const high = Math.max(...net.supplies.map((s) => s.volts));
    net.supplies.forEach((s, i) => {
      const n = ++parts;
      // What an outlet gives is measured by a source of no volts.
      const node = i === 0 && outletMeter ? `m${n}` : at(s.node);
      if (i === 0 && outletMeter) lines.push(`${outletMeter} m${n} ${at(s.node)} 0`);
      starts.set(at(s.node), high);
      if (!s.oneWay && s.mostA === undefined)
        lines.push(`V${n} s${n} 0 ${s.volts}`, `R${n} s${n} ${node} ${Math.max(s.ohm, 1e-9)}`);
      else {
        const most = s.mostA ?? 1e6;
        const gives = `(${s.volts}-V(${node}))`;
        lines.push(
          // The microampere that leaks at a limit shows Newton the way back from beyond it.
          `B${n} 0 ${node} I=max(${s.oneWay ? 0 : -1e6},min(${most},${gives}/${Math.max(s.ohm, 1e-5)}))+1e-7*${gives}`,
        );
      }
    });
    for (const r of net.resistors) {
      const [a, b] = [at(r.a), at(r.b)];
      if (r.diodeVolts === undefined) lines.push(`R${++parts} ${a} ${b} ${r.ohm}`);
      else lines.push(`B${++parts} ${a} ${b} I=max(0,(V(${a},${b})-${r.diodeVolts})/${r.ohm})`);
    }
    for (const l of net.loads) {
      const u = `V(${at(l.plus)},${at(l.minus)})`;
      starts.set(at(l.plus), high);
      lines.push(
        `B${++parts} ${at(l.plus)} ${at(l.minus)} I=${l.watts}*${u}/(max(${u},1)*max(${u},1))+${l.amps}+${l.siemens}*${u}`,
      );
    }
    for (const c of net.conversions ?? []) {
      const meter = `VM${++parts}`;
      const u = `V(${at(c.plus)},${at(c.minus)})`;
      const watts = `${c.output.supplies[0]!.volts / c.efficiency}*i(${meter})`;
      lines.push(`B${++parts} ${at(c.plus)} ${at(c.minus)} I=${watts}*${u}/(max(${u},1)*max(${u},1))+${c.idleA}`);
      write(c.output, meter);
    }
  };
  write(network);
  lines.push(`.nodeset ${[...starts].map(([node, volts]) => `V(${node})=${volts}`).join(' ')}`);
  return { lines, nodeOf };
}

interface Question {
  readonly deck: readonly string[];
  readonly asked: readonly string[];
}

/** Newton, then rising conductances, then rising sources; no transients, which take long and find no more. */
const STEPS = 'optran 1 1 1 0 0 0';

/** Several operating points in one run of ngspice; undefined for those it finds none of. */
function operatingPoints(questions: readonly Question[]): (number[] | undefined)[] {
  const folder = mkdtempSync(join(tmpdir(), 'jobs-'));
  try {
    const control = questions.flatMap(({ deck, asked }, i) => {
      const file = join(folder, `${i}.cir`);
      writeFileSync(
        file,
        ['haltrik check', ...deck, '.options reltol=1e-7 abstol=1e-12 vntol=1e-9', '.end', ''].join('\n'),
      );
      return [`source ${file}`, `echo question ${i}`, 'op', ...asked.map((what) => `print ${what}`), 'destroy all'];
    });
    const main = join(folder, 'main.cir');
    writeFileSync(
      main,
      ['haltrik', '.control', 'set numdgt=10', STEPS, ...control, 'quit 0', '.endc', '.end', ''].join('\n'),
    );
    const out = execFileSync('ngspice', ['-b', main], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
    const answers = out.split(/^question \d+$/m).slice(1);
    return questions.map(({ asked }, i) => {
      const found = [...(answers[i] ?? '').matchAll(/^\S.*? = (-?[\d.]+e[+-]\d+)\s*$/gm)].map(([, x]) => Number(x));
      // Far beyond any battery it has only lost its way.
      return found.length === asked.length && found.every((v) => Math.abs(v) < 100) ? found : undefined;
    });
  } finally {
    if (!process.env.KEEP) rmSync(folder, { recursive: true, force: true });
  }
}

const loadsIn = (network: Network): Network['loads'] => [
  ...network.loads,
  ...(network.conversions ?? []).flatMap(({ output }) => loadsIn(output)),
];

const inletsIn = (network: Network): NonNullable<Network['conversions']> => [
  ...(network.conversions ?? []),
  ...(network.conversions ?? []).flatMap(({ output }) => inletsIn(output)),
];

const valvesIn = (network: Network): Network['supplies'] => [
  ...network.supplies.filter((s) => s.oneWay || s.mostA !== undefined),
  ...(network.conversions ?? []).flatMap(({ output }) => valvesIn(output)),
];

const FED_KINDS = ['headUnit', 'amplifier', 'speaker', 'zoneControl', 'block', 'converter', 'relay', 'switchModule'];
/** 1000 and more in the long form. */
const JOBS = Number(process.env['JOBS'] ?? 160);
/** Every so many of them goes before ngspice, which takes three quarters of the time; 1 in the long form. */
const JUDGE_EVERY = Number(process.env['JUDGE_EVERY'] ?? 3);

test('seeded random jobs, gear kept, bypassed and taken out and fed through everything: no throw, and no collapse ngspice does not see', () => {
  const seen: Record<string, number> = {};
  const saw = (what: string, yes: unknown = true) => void (seen[what] = (seen[what] ?? 0) + (yes ? 1 : 0));
  fc.assert(
    fc.property(anyJob, ({ job, applied, refused }) => {
      seen['applied'] = (seen['applied'] ?? 0) + applied;
      seen['refused'] = (seen['refused'] ?? 0) + refused.length;
      const plan = planJob(job);
      const jobs = (seen['jobs'] ?? 0) + 1;
      seen['jobs'] = jobs;

      // Every figure a number, every finding by itself, every cure a step that can be taken.
      // The day and what comes of a cure are asked of some: they take longer than all the rest.
      const findings = jobs % 20 === 0 ? wholeFindings(job, plan) : plan.findings;
      expect(findings.map(({ key }) => key)).toEqual([...new Set(findings.map(({ key }) => key))]);
      const odd = ({ reason, figures }: (typeof findings)[number]) =>
        /NaN|undefined|Infin|\[object/.test(reason) || !figures.every(({ value }) => Number.isFinite(value));
      expect(findings.filter(odd)).toEqual([]);
      if (jobs % 10 === 0)
        for (const { cure } of findings) if (cure) expect(() => planJob(applyAll(job, cure.operations))).not.toThrow();
      expect(Object.values(plan.ledger).every((x) => x === undefined || Number.isFinite(x))).toBe(true);
      expect(plan.build.steps.every(({ plannedMinutes }) => Number.isFinite(plannedMinutes))).toBe(true);
      // No proposed fuse stands above the wire it protects.
      for (const feed of Object.values(plan.power.feeds))
        if (feed.run && !feed.gaugePinned && !feed.fusePinned && feed.gaugeReason !== 'thickest' && feed.fuseA)
          expect(feed.fuseA).toBeLessThanOrEqual(feed.ampacityA * (feed.choice.allow150 ? 1.5 : 1));

      const { gear, craft } = job;
      for (const { there, item } of Object.values(gear)) saw(`${there ?? 'new'} ${item.kind}`);
      saw('24 V', craft.nominalVolts === 24);
      saw('house bank', Object.keys(craft.batteries).length > 1);
      for (const [id, option] of Object.entries(job.choices)) saw(`${id}: ${option}`);
      for (const [, { from }] of Object.entries(job.feeds))
        if (from && gear[from]) saw(`from ${gear[from].there ?? 'new'} ${gear[from].item.kind}`);
      for (const id of Object.keys(plan.power.circuits)) saw(`from a circuit: ${craft.existing[id]!.access}`);
      // What we say collapses is always judged.
      const collapses = casesOf(job).some(({ id }) => plan.power.totalAmps[id] === undefined);
      if (jobs % JUDGE_EVERY && !collapses) return;

      // Full output is where volts fall in; of the quieter states one will do.
      const cases = casesOf(job).filter(({ id, draw }) => draw === 'full' || id === 'restMusic');
      const states = cases.map((feedCase) => {
        const network = feedNetwork(job, plan.power, feedCase);
        const solution = solveNetwork(network);
        const loads = loadsIn(network);
        const { lines, nodeOf } = freeDeck(network);
        return { feedCase, network, solution, loads, lines, nodeOf };
      });
      const volts = (nodeOf: (name: string) => string, load: { plus: string; minus: string }, grounds: Set<string>) => {
        const [plus, minus] = [load.plus, load.minus].map((name) => (grounds.has(name) ? '0' : nodeOf(name)));
        return minus === '0' ? `v(${plus})` : `v(${plus},${minus})`;
      };
      const groundsIn = (network: Network): string[] => [
        network.ground,
        ...(network.conversions ?? []).flatMap(({ output }) => groundsIn(output)),
      ];
      const free = operatingPoints(
        states.map(({ network, loads, lines, nodeOf }) => {
          const grounds = new Set(groundsIn(network));
          return { deck: lines, asked: [...loads, ...inletsIn(network)].map((load) => volts(nodeOf, load, grounds)) };
        }),
      );
      states.forEach(({ feedCase, network, solution, loads }, i) => {
        saw('states');
        const all = free[i];
        const theirs = all?.slice(0, loads.length);
        if (solution.state === 'collapsed') {
          saw('collapsed');
          expect(plan.power.totalAmps[feedCase.id]).toBeUndefined();
          // ngspice gives up as well, or some load, or what a converter draws, has fallen to where it is only a resistor.
          if (all) expect(Math.min(...all)).toBeLessThan(3);
          return;
        }
        const ours = loads.map(({ plus, minus }) => solution.volts.get(plus)! - solution.volts.get(minus)!);
        const agrees = (those: number[] | undefined) =>
          those !== undefined && ours.every((v, k) => Math.abs(those[k]! / v - 1) < 0.001);
        if (agrees(theirs)) saw('free');
        else {
          // Newton's steps in ngspice may miss the working state across a kink: then with every source in the state
          // that was found here, and that state judged by ngspice's volts at the source.
          saw('pinned');
          // Or it has found a state in which a load has fallen in. Two working ones there are only where gear draws
          // less at the volts a charger holds than it would beside a charger at its limit.
          if (theirs && Math.min(...theirs.map((v, k) => v / ours[k]!)) > 0.9) saw('two states');
          const { deck, node } = feedDeck(network);
          const grounds = new Set(groundsIn(network));
          const nodeOf = (name: string) => (grounds.has(name) ? '0' : node(name));
          const sources = valvesIn(network);
          const [pinned] = operatingPoints([
            {
              deck: deck.split('\n'),
              asked: [
                ...loads.map((load) => volts(nodeOf, load, grounds)),
                ...sources.map((s) => `v(${node(s.node)})`),
              ],
            },
          ]);
          expect({ state: feedCase.id, ours, pinned, agrees: agrees(pinned) }).toMatchObject({ agrees: true });
          sources.forEach((s, k) => {
            const at = pinned![loads.length + k]!;
            const { state } = solution.supplies.get(s.name)!;
            if (state === 'idle') expect(at).toBeGreaterThan(s.volts - 1e-4);
            if (state === 'limited') expect(at).toBeLessThan(s.volts + 1e-4);
          });
        }
        for (const [load, v] of loads.map((load, k) => [load, ours[k]!] as const)) {
          const state = plan.power.feeds[load.name]?.states[feedCase.id];
          if (state) expect(Math.abs(state.deviceVolts / v - 1)).toBeLessThan(1e-6);
        }
      });
    }),
    { seed: 20261127, numRuns: JOBS, endOnFailure: true },
  );
  if (process.env['SAY']) console.log(seen);
  // Nothing of what is said above was missing, and next to nothing was refused.
  const least = (share: number) => Math.floor(share * JOBS);
  expect(seen['jobs']).toBe(JOBS);
  expect(seen['refused']! / seen['applied']!).toBeLessThan(0.01);
  expect(seen['states']).toBeGreaterThan(least(4 / JUDGE_EVERY));
  expect(seen['collapsed']).toBeGreaterThan(least(0.005));
  expect(seen['free']! / seen['states']!).toBeGreaterThan(0.8);
  expect(seen['two states'] ?? 0).toBeLessThan(Math.max(2, least(0.005 / JUDGE_EVERY)));
  for (const kind of FED_KINDS)
    for (const there of ['new', 'kept', 'bypassed'])
      expect([kind, there, seen[`${there} ${kind}`]! > least(0.015)]).toEqual([kind, there, true]);
  for (const kind of ['block', 'converter', 'relay', 'switchModule'])
    for (const there of ['new', 'kept', 'bypassed'])
      expect([kind, there, seen[`from ${there} ${kind}`]! > least(0.008)]).toEqual([kind, there, true]);
  for (const access of Object.keys(ACCESSES))
    expect([access, seen[`from a circuit: ${access}`]! > least(0.01)]).toEqual([access, true]);
  for (const access of ['aside', 'off', 'fished']) expect(seen[`access: ${access}`]).toBeGreaterThan(least(0.1));
  for (const what of ['24 V', 'house bank']) expect(seen[what]).toBeGreaterThan(least(0.2));
});
