import fc from 'fast-check';
import { DEMO_JOBS, PATTERNS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { COVER_STATES, type CoverWay } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { CHOICES, choicesFor } from '../job/choices';
import { pullSteps } from '../connections/pulled';
import type { Run } from '../connections/runs';
import type { BayEvent } from '../job/events';
import { newJob, type Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { routesOfRun } from '../routing/index';
import { DRIVE_IDS } from '../tables/fasteners';
import { buildState, fastenerLedger, notReady, orderCovers, stepHash, type Step } from './index';
import { contentHash } from '../document/hash';

const build = planJob(TOURER_JOB).build;
const step = (id: string): Step => build.steps.find((s) => s.id === id)!;
let serial = 0;
const at = (minute: number) => new Date(Date.UTC(2026, 10, 25, 8, minute)).toISOString();
const mark = () => ({ id: `e${serial++}`, at: at(serial), by: 'bench' });
const tick = (s: Step, done = true): BayEvent => ({ ...mark(), kind: 'tick', step: s.id, hash: stepHash(s), done });
const checkAll = (s: Step): BayEvent[] =>
  s.checks.map(({ id }) => ({ ...mark(), kind: 'check', step: s.id, check: id, done: true }));
const counted = (s: Step): BayEvent[] =>
  s.fasteners.map((f) => ({
    ...mark(),
    kind: 'count',
    step: s.id,
    fastener: f.id,
    ...(s.direction === 'out'
      ? { out: f.count }
      : f.single
        ? { reused: 0, retired: f.count, added: f.count }
        : { reused: f.count, retired: 0, added: 0 }),
  }));
const whole = (): BayEvent[] => build.steps.flatMap((s) => [...counted(s), ...checkAll(s), tick(s)]);

const way = (drives: readonly number[], after: readonly string[]): CoverWay => ({
  minutes: { off: 1, on: 1 },
  after: Object.fromEntries(after.map((id) => [id, 'off'])),
  fasteners: Object.fromEntries(
    drives.map((d, i) => [
      `f${i}`,
      { count: 1, drive: DRIVE_IDS[d]!, size: 'M5', where: '', torqueNm: null, single: false },
    ]),
  ),
  plugs: {},
  hoses: {},
  second: false,
  cautions: [],
  hint: '',
});

/** Fewest changes over every order of the covers and, within each, every order of its tools. */
function fewest(covers: { id: string; drives: readonly number[]; after: readonly string[] }[]): number {
  let best = Number.MAX_VALUE;
  const walk = (left: typeof covers, opened: ReadonlySet<string>, hand: number | undefined, changes: number): void => {
    if (changes >= best) return;
    if (!left.length) {
      best = changes;
      return;
    }
    for (const c of left) {
      if (c.after.some((id) => !opened.has(id))) continue;
      const rest = left.filter((x) => x !== c);
      const now = new Set([...opened, c.id]);
      for (const tools of permutations([...new Set(c.drives)])) {
        let held = hand;
        let cost = 0;
        for (const t of tools) {
          if (held !== undefined && held !== t) cost++;
          held = t;
        }
        walk(rest, now, held, changes + cost);
      }
    }
  };
  walk(covers, new Set(), undefined, 0);
  return best;
}
function permutations<T>(items: readonly T[]): T[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item, i) => permutations(items.filter((_, j) => j !== i)).map((rest) => [item, ...rest]));
}

describe('the order of covers', () => {
  test('changes tools as seldom as the best of all orders, and keeps what must come first', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            drives: fc.uniqueArray(fc.integer({ min: 0, max: 4 }), { maxLength: 3 }),
            after: fc.array(fc.nat(5), { maxLength: 2 }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (asked) => {
          const covers = asked.map(({ drives, after }, i) => ({
            id: `c${i}`,
            drives,
            after: [...new Set(after)].filter((j) => j < i).map((j) => `c${j}`),
          }));
          const pattern: Pattern = {
            ...ADVENTURE_TOURER,
            covers: Object.fromEntries(
              covers.map((c) => [c.id, { name: c.id, states: { off: way(c.drives, c.after) } }]),
            ),
          };
          const open = Object.fromEntries(covers.map((c) => [c.id, 'off' as const]));
          const order = orderCovers(pattern, open);
          expect(order.proven).toBe(true);
          expect(order.covers).toHaveLength(covers.length);
          order.covers.forEach(({ cover }, i) => {
            const before = new Set(order.covers.slice(0, i).map((c) => c.cover));
            for (const id of covers.find((c) => c.id === cover)!.after) expect(before).toContain(id);
          });
          expect(order.toolChanges).toBe(fewest(covers));
        },
      ),
      { seed: 11, numRuns: 150 },
    );
  });

  test('too many to prove: says so, and still keeps what must come first', () => {
    const covers = Object.fromEntries(
      Array.from({ length: 16 }, (_, i) => [
        `c${i}`,
        { name: 'c', states: { off: way([i % 3], i ? [`c${i - 1}`] : []) } },
      ]),
    );
    const order = orderCovers(
      { ...ADVENTURE_TOURER, covers },
      Object.fromEntries(Object.keys(covers).map((id) => [id, 'off'])),
    );
    expect(order.proven).toBe(false);
    expect(order.covers.map((c) => c.cover)).toEqual(Object.keys(covers));
  });
});

describe('the steps', () => {
  test('nothing comes before what it waits for, ids differ, and every run and cover is in', () => {
    const seen = new Set<string>();
    for (const s of build.steps) {
      for (const id of s.after) expect(seen).toContain(id);
      expect(seen).not.toContain(s.id);
      seen.add(s.id);
    }
    for (const { cover } of build.teardown.covers) {
      expect(seen).toContain(`off:cover/${cover}`);
      expect(seen).toContain(`on:cover/${cover}`);
    }
    expect(step('off:cover/cowl').after).toContain('off:cover/screen');
    expect(step('on:cover/screen').after).toContain('on:cover/cowl');
    expect(step('on:cover/cowl').gate).toEqual(expect.arrayContaining(['fit:gear/amp', 'connect:gear/amp']));
    expect(build.steps.at(-1)!.id).toBe('close:record');
  });

  test('every school changes what is planned', () => {
    const boat = { ...ADVENTURE_TOURER, kind: 'boat' as const };
    const base = TOURER_JOB;
    const bare = {
      ...base,
      gear: { ...base.gear, amp: { ...base.gear['amp']!, item: { ...base.gear['amp']!.item, water: [] } } },
    } as Job;
    for (const kind of ['motorcycle', 'boat'] as const) {
      const job: Job = kind === 'boat' ? { ...bare, craft: { ...bare.craft, pattern: boat } } : bare;
      const said = (j: Job) => {
        const plan = planJob(j);
        return JSON.stringify([plan.build.steps, plan.findings.map((f) => f.key)]);
      };
      for (const choice of choicesFor(job))
        for (const option of Object.keys(CHOICES[choice].options)) {
          const chosen = said(applyAll(job, [{ op: 'choose', choice, option }]));
          if (option === CHOICES[choice].usual) expect(chosen).toBe(said(job));
          else expect({ choice, option, same: chosen === said(job) }).toEqual({ choice, option, same: false });
        }
    }
  });

  test('a cover that only needs to stand aside does, and comes off where the school says so', () => {
    const rear = applyAll(TOURER_JOB, [
      { op: 'removeGear', id: 'head' },
      { op: 'removeGear', id: 'fairing-left' },
      { op: 'removeGear', id: 'fairing-right' },
      { op: 'placeGear', id: 'amp', place: 'underSeat' },
      { op: 'setSource', id: 'amp', choice: { turnedOnBy: 'signal' } },
    ]);
    const stateOf = (ops: Operation[]) => {
      const pattern = ADVENTURE_TOURER;
      const job = {
        ...applyAll(rear, ops),
        craft: {
          ...rear.craft,
          pattern: {
            ...pattern,
            legs: { ...pattern.legs, tray: { ...pattern.legs['tray']!, covers: { tank: 'aside' as const } } },
          },
        },
      };
      return planJob(job).build.teardown.covers.find((c) => c.cover === 'tank')?.state;
    };
    expect(stateOf([])).toBe('aside');
    expect(stateOf([{ op: 'choose', choice: 'access', option: 'off' }])).toBe('off');
    expect(COVER_STATES).toEqual(['loosened', 'aside', 'off']);
  });

  test('a person’s minutes stand, and the hours follow', () => {
    const job = applyAll(TOURER_JOB, [{ op: 'overrule', kind: 'minutes', subject: 'off:cover/cowl', value: 44 }]);
    const planned = step('off:cover/cowl').minutes;
    const plan = planJob(job);
    expect(plan.build.steps.find((s) => s.id === 'off:cover/cowl')).toMatchObject({
      minutes: 44,
      plannedMinutes: planned,
    });
    expect(plan.ledger.hours - planJob(TOURER_JOB).ledger.hours).toBeCloseTo((44 - planned) / 60, 9);
  });

  test('the fastener ledger adds up: out = reused + retired, in = reused + new', () => {
    const ledger = fastenerLedger(build);
    expect(ledger.length).toBeGreaterThan(5);
    for (const line of ledger) {
      expect(line.out).toBe(line.reused + line.retired);
      expect(line.in).toBe(line.reused + line.added);
      expect(line.in).toBe(line.out);
    }
    expect(ledger.filter((l) => l.retired > 0).every((l) => l.drive === 'push rivet')).toBe(true);
  });
});

test.each([
  ['motorcycle', 'stand'],
  ['sideBySide', 'chocks'],
  ['recreationalVehicle', 'chocks'],
  ['boat', 'vapour'],
])('a %s is held still as its kind is: %s', (kind, caution) => {
  const pattern = PATTERNS.find((one) => one.kind === kind)!;
  const [place] = Object.entries(pattern.places).find(([, { accepts }]) => accepts.includes('speaker'))!;
  const job = applyAll(newJob('held', 'Held', pattern, 'hash'), [
    { op: 'addGear', id: 's', item: shelfItem('bittern-165'), place },
  ]);
  const safe = planJob(job).build.steps.find(({ id }) => id === 'isolate:battery')!;
  expect(safe.cautions).toEqual(['battery', caution]);
});

describe('where the work stands', () => {
  test('nothing done: everything open, only what waits for nothing is ready', () => {
    const state = buildState(build, []);
    expect(state.done).toBe(0);
    expect(state.next!.step.id).toBe('isolate:battery');
    expect(state.steps.filter((s) => s.is === 'ready').every((s) => s.step.after.length === 0)).toBe(true);
    expect(state.minutesLeft).toBe(build.steps.reduce((sum, s) => sum + s.minutes * (s.second ? 2 : 1), 0));
  });

  test('all done: ready to hand over; whatever the order events arrive in', () => {
    const events = whole();
    const state = buildState(build, events);
    expect(notReady(state)).toEqual([]);
    expect(state.open).toEqual([]);
    expect(state.balances.every((b) => b.state === 'balanced')).toBe(true);
    expect(buildState(build, [...events].reverse())).toEqual(state);
  });

  test('fasteners count as counted only when somebody counted, and not by a tick', () => {
    const ticked = build.steps.flatMap((s) => [...checkAll(s), tick(s)]);
    const state = buildState(build, ticked);
    expect(state.done).toBe(build.steps.length);
    expect(new Set(state.balances.map((b) => b.state))).toEqual(new Set(['not counted']));
    expect(state.balances.every((b) => b.out === 0 && b.reused === 0)).toBe(true);
    expect(notReady(state)).toHaveLength(1);
    expect(notReady(state)[0]).toMatch(/^Fasteners nobody counted: .*M6 × 35, top/);
    // Nothing off yet: nothing to count.
    expect(notReady(buildState(build, []))[0]).not.toContain('counted');
  });

  test('a plug taken off cannot be forgotten', () => {
    const on = step('on:cover/cowl');
    const events = whole().filter((e) => !(e.kind === 'check' && e.step === on.id && e.check === 'plug-lamp'));
    const state = buildState(build, events);
    expect(state.apart).toEqual([{ cover: 'cowl', text: 'Headlamp, 3 pins' }]);
    expect(notReady(state)[0]).toBe('Still apart: Headlamp, 3 pins');
    expect(state.steps.find((s) => s.step.id === on.id)!.missing).toContain('Plugged in: Headlamp, 3 pins');
  });

  test('a screw left over is seen', () => {
    const all = whole();
    const on = step('on:cover/screen');
    const count: BayEvent = {
      ...mark(),
      kind: 'count',
      step: on.id,
      fastener: 'edge',
      reused: 3,
      retired: 0,
      added: 0,
    };
    const state = buildState(build, [...all, count]);
    expect(state.balances.find((b) => b.of === 'screen')).toMatchObject({ out: 4, reused: 3, state: 'unbalanced' });
    expect(notReady(state)[0]).toMatch(/^Fasteners do not add up: M5 × 20.*4 out, 3 reused/);
    const mended: BayEvent = {
      ...mark(),
      kind: 'count',
      step: on.id,
      fastener: 'edge',
      reused: 3,
      retired: 1,
      added: 1,
    };
    expect(notReady(buildState(build, [...all, count, mended]))).toEqual([]);
  });

  test('a gate holds a cover until what is behind it is done', () => {
    const events = build.steps.filter((s) => s.phase !== 'refit' && s.id !== 'connect:gear/amp').map((s) => tick(s));
    const cowl = buildState(build, events).steps.find((s) => s.step.id === 'on:cover/cowl')!;
    expect(cowl.is).toBe('open');
    expect(cowl.held.map((s) => s.id)).toEqual(['connect:gear/amp']);
  });

  test('a tick survives other edits, asks again when its step says something else, and strays when it is gone', () => {
    const events = [tick(step('pull:run/battery-amp'))];
    const stateOf = (ops: Operation[]) => buildState(planJob(applyAll(TOURER_JOB, ops)).build, events);
    const is = (ops: Operation[]) => stateOf(ops).steps.find((s) => s.step.id === 'pull:run/battery-amp')?.is;
    expect(is([{ op: 'setTitle', title: 'Other' }])).toBe('done');
    expect(is([{ op: 'overrule', kind: 'minutes', subject: 'pull:run/battery-amp', value: 3 }])).toBe('done');
    expect(is([{ op: 'overrule', kind: 'gauge', subject: 'amp', value: '2' }])).toBe('redo');
    expect(stateOf([{ op: 'removeGear', id: 'amp' }]).strays).toHaveLength(1);
    const undone = buildState(build, [...events, tick(step('pull:run/battery-amp'), false)]);
    expect(undone.steps.find((s) => s.step.id === 'pull:run/battery-amp')!.is).not.toBe('done');
  });

  test('times add, notes stand in order, a photograph can be struck', () => {
    const photo = (kept: boolean): BayEvent => ({
      ...mark(),
      kind: 'photo',
      subject: { kind: 'step', id: 'off:cover/cowl' },
      photo: 'a'.repeat(64),
      caption: 'Lamp plug',
      kept,
    });
    const events: BayEvent[] = [
      { ...mark(), kind: 'time', step: 'off:cover/cowl', minutes: 10 },
      { ...mark(), kind: 'time', step: 'off:cover/cowl', minutes: 5 },
      { ...mark(), kind: 'note', step: 'off:cover/cowl', text: 'one' },
      { ...mark(), kind: 'note', step: 'off:cover/cowl', text: 'two' },
      photo(true),
    ];
    const state = buildState(build, events);
    const cowl = state.steps.find((s) => s.step.id === 'off:cover/cowl')!;
    expect(cowl.minutes).toBe(15);
    expect(cowl.notes.map((n) => n.text)).toEqual(['one', 'two']);
    expect(state.photos).toHaveLength(1);
    expect(buildState(build, [...events, photo(false)]).photos).toEqual([]);
  });
});

describe('every end has its step', () => {
  const jobs = DEMO_JOBS.filter((job) => Object.keys(job.gear).length > 0);
  test.each(jobs.map((job) => [job.title, job] as const))('%s: each conductor’s two ends, once each', (_, job) => {
    const plan = planJob(job);
    const laid = plan.runs.filter((run) => run.way);
    const ends = plan.build.steps.flatMap((s) => s.ends);
    expect(ends).toHaveLength(2 * laid.reduce((sum, run) => sum + run.conductors.length, 0));
    expect(ends.every((end) => end.with.length > 3 && end.to.length > 1)).toBe(true);
  });

  test('a frame return ends at bare metal beside the gear', () => {
    const frame = planJob(applyAll(TOURER_JOB, [{ op: 'choose', choice: 'grounds', option: 'frame' }]));
    const amp = frame.build.steps.find((s) => s.id === 'connect:gear/amp')!;
    expect(amp.ends.some((end) => end.to.startsWith('bare metal') && end.with.includes('ring'))).toBe(true);
    const laid = frame.runs.filter((run) => run.way);
    expect(frame.build.steps.flatMap((s) => s.ends)).toHaveLength(
      2 * laid.reduce((sum, run) => sum + run.conductors.length, 0),
    );
  });

  test('rings, tap and holders of the tourer', () => {
    const rings = step('connect:battery/battery');
    // Two feeds and two returns.
    expect(rings.ends.map((end) => end.to).sort()).toEqual(['+ post', '+ post', '− post', '− post']);
    expect(rings.ends.find((end) => end.wire.startsWith('10 AWG'))!.with).toBe('yellow ring, 12–10 AWG');
    expect(rings.after).toEqual(expect.arrayContaining(['fit:holder/amp', 'fit:holder/head']));
    const tap = step('tap:switched');
    expect(tap.ends.map((end) => end.with)).toEqual(['red butt, 22–16 AWG']);
    expect(tap.title).toBe('Tap Accessory connector');
    // The shelf says eight minutes for a holder; crimps are a minute an end.
    expect([step('fit:holder/amp').minutes, rings.minutes, tap.minutes]).toEqual([8, 4, 6]);
    const amp = step('connect:gear/amp').ends;
    expect(amp.find((end) => end.use.startsWith('front left +'))).toMatchObject({
      colour: { body: 'white' },
      to: 'front left +',
      with: 'ferrule, 1.31 mm²',
    });
    expect(step('fit:gear/amp').lines).toEqual(
      expect.arrayContaining(['Feet: 4 × 4.2 × 16, cross-head 2; finger tight.', 'Start all, then tighten.']),
    );
  });

  test('gear is offered up before its cover comes off, and tried with it on', () => {
    expect(step('off:cover/cowl').lines[0]).toMatch(/^Before it comes off, offer up .*Kingcup 3/);
    expect(step('try:gear/head').lines[0]).toBe(
      'In without fasteners, plugs in, Fairing cowl held in place: nothing touches.',
    );
  });

  test('power comes back before the fuses, which go in last; then first power', () => {
    const at = (id: string) => build.steps.findIndex((s) => s.id === id);
    const order = ['test:shorts', 'test:live', 'fuse:gear/amp', 'test:power', 'test:sound'].map(at);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(order[0]).toBeGreaterThan(0);
    expect(step('fuse:gear/amp').after).toEqual(['test:live']);
  });

  test('a stored set-up: power, load and cycle, plug, sound, listen', () => {
    const stored = planJob(applyAll(TOURER_JOB, [{ op: 'choose', choice: 'gain', option: 'stored' }])).build.steps;
    const ids = stored.map((s) => s.id);
    const order = ['test:power', 'configure:gear/amp', 'plug:gear/amp', 'test:sound', 'tune:gear/amp'].map((id) =>
      ids.indexOf(id),
    );
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(order[0]).toBeGreaterThan(0);
    const minutes = ['configure:gear/amp', 'tune:gear/amp'].map((id) => stored.find((s) => s.id === id)!.minutes);
    expect(minutes.reduce((a, b) => a + b)).toBe(15);
    const speaker = stored.find((s) => s.id === 'connect:gear/fairing-left')!;
    expect(speaker.lines.join()).toContain('unplugged until the amplifier is configured');
    // Nothing asks for the set-up twice.
    expect(stored.filter((s) => s.lines.join().includes('Load the set-up'))).toHaveLength(1);
  });

  test('old leads are metered once their plugs can be got at', () => {
    const old = applyAll(TOURER_JOB, [{ op: 'setSpeaker', id: 'fairing-left', choice: { oldLeadOhm: 0.3 } }]);
    const { steps } = planJob(old).build;
    const test_ = steps.find((s) => s.id === 'test:returns')!;
    expect(test_.after).toContain('off:cover/cowl');
    expect(steps.findIndex((s) => s.id === 'off:cover/cowl')).toBeLessThan(steps.indexOf(test_));
    expect(steps.find((s) => s.id === 'on:cover/cowl')!.gate).toContain('test:returns');
  });

  test('two people’s minutes count twice in the work, once on the clock', () => {
    const tank: Job = {
      ...TOURER_JOB,
      overrules: {
        ...TOURER_JOB.overrules,
        way: {
          'feed:battery>amp': {
            value: ['batteryUp', 'underTankLeft', 'spineLeft', 'neckLeft', 'cowlLeft', 'shelf'],
            why: null,
          },
        },
      },
    };
    const plan = planJob(tank);
    const off = plan.build.steps.find((s) => s.id === 'off:cover/tank')!;
    expect([off.second, off.minutes]).toEqual([true, 16]);
    const others = plan.build.steps.filter((s) => s.phase === 'teardown' && s !== off);
    expect(plan.minutes.teardown).toBe(32 + others.reduce((sum, s) => sum + s.minutes, 0));
  });
});

test('the tourer keeps its tank on: the shroud’s way is 1.4 m longer and 47 minutes of two people shorter', () => {
  expect(build.teardown.covers.map(({ cover }) => cover)).not.toContain('tank');
  expect(step('off:cover/shroudLeft').title).toBe('Left shroud aside');
});

/** A pair of each craft that wires reach past covers no gear needs open. */
const FAR_PAIR: Readonly<Record<string, readonly [string, string]>> = {
  'adventure-tourer': ['guardLeft', 'guardRight'],
  'side-by-side-two-row': ['cageLeft', 'cageRight'],
  'river-launch-64': ['bowLeft', 'bowRight'],
  'narrow-van': ['saloonRearLeft', 'saloonRearRight'],
  'wide-tourer': ['shieldPodLeft', 'shieldPodRight'],
  'nose-tourer': ['podLeft', 'podRight'],
  'side-by-side-crossover': ['lowPodLeft', 'lowPodRight'],
  'tow-boat-67': ['bowLeft', 'bowRight'],
  'pontoon-73': ['fenceLeft', 'fenceRight'],
  'travel-trailer-76': ['rearLeft', 'rearRight'],
};

test('each school of access has an effect on every craft, and is no dearer than it says', () => {
  for (const pattern of PATTERNS) {
    const places = (kind: string) =>
      Object.keys(pattern.places).filter((id) => pattern.places[id]!.accepts.includes(kind as never));
    const speakers = FAR_PAIR[pattern.id]!;
    const job = applyAll(newJob('x', pattern.name, pattern, contentHash(pattern)), [
      { op: 'addGear', id: 'head', item: shelfItem('kingcup-3'), place: places('headUnit')[0]! },
      { op: 'addGear', id: 'amp', item: shelfItem('weir-4-45'), place: places('amplifier')[0]! },
      ...speakers.flatMap((place, i): Operation[] => [
        { op: 'addGear', id: `s${i}`, item: shelfItem('bittern-130'), place },
        {
          op: 'wireChannel',
          channel: `amp/${['fl', 'fr', 'rl', 'rr'][i]}`,
          wiring: { coil: { gear: `s${i}`, coil: 0 } },
        },
      ]),
    ]);
    const said = (option: string) => {
      const plan = planJob(applyAll(job, [{ op: 'choose', choice: 'access', option }]));
      const covers = plan.build.teardown.covers.map(({ cover, state }) => `${cover}:${state}`).join();
      const fished = plan.runs.filter((run) => run.fished.length).length;
      return { covers, fished, count: plan.build.teardown.covers.length, minutes: plan.minutes };
    };
    const [aside, off, fished] = ['aside', 'off', 'fished'].map(said);
    expect({ craft: pattern.id, off: off!.covers === aside!.covers }).toEqual({ craft: pattern.id, off: false });
    expect(off!.minutes.teardown + off!.minutes.refit).toBeGreaterThan(aside!.minutes.teardown + aside!.minutes.refit);
    expect(aside!.fished + off!.fished).toBe(0);
    expect({ craft: pattern.id, fished: fished!.fished > 0 }).toEqual({ craft: pattern.id, fished: true });
    expect(fished!.count).toBeLessThan(aside!.count);
    expect(fished!.minutes.pull).toBeGreaterThan(aside!.minutes.pull);
    expect(fished!.minutes.teardown).toBeLessThan(aside!.minutes.teardown);
  }
});

test('how glass fibre is drilled is asked where gear goes into some: a fairing, not an aluminium launch or a ply ceiling', () => {
  const job = (id: string) => DEMO_JOBS.find((one) => one.id === id)!;
  expect(choicesFor(TOURER_JOB)).toContain('reverse');
  const launch = job('river-launch');
  expect(choicesFor(launch)).not.toContain('reverse');
  expect(choicesFor(job('narrow-van'))).not.toContain('reverse');
  // A launch of the same drawing in glass fibre is asked, and told on the step, with a mask.
  const fibre = applyAll(launch, [{ op: 'setHull', hull: 'gelcoat' }]);
  expect(choicesFor(fibre)).toContain('reverse');
  const drilled = (j: Job, gear: string) => planJob(j).build.steps.find((s) => s.id === `drill:gear/${gear}`);
  const told = (j: Job, gear: string) => drilled(j, gear)?.lines.some((line) => line.startsWith('Glass fibre'));
  expect([told(fibre, 'bow-left'), drilled(fibre, 'bow-left')!.cautions.includes('dust')]).toEqual([true, true]);
  // The amplifier is on a board of ply: nothing is drilled on the craft for it.
  expect([told(launch, 'bow-left'), told(fibre, 'amp'), told(fibre, 'block')]).toEqual([false, undefined, true]);
  expect([told(TOURER_JOB, 'fairing-left'), told(TOURER_JOB, 'pannier-left')]).toEqual([true, false]);
  for (const choice of choicesFor(fibre))
    expect(Object.hasOwn(CHOICES[choice].options, CHOICES[choice].usual)).toBe(true);
});

describe('what the pattern tells of covers, legs and joints is on the cards', () => {
  const { pattern } = TOURER_JOB.craft;
  const cowl = pattern.covers['cowl']!;
  const told: Pattern = {
    ...pattern,
    covers: {
      ...pattern.covers,
      cowl: {
        ...cowl,
        kind: 'shell',
        states: {
          off: {
            ...cowl.states.off!,
            refit: 'Hang it on the middle screw first.',
            plugHints: { lamp: 'its latch is below' },
            fasteners: {
              ...cowl.states.off!.fasteners,
              top: { ...cowl.states.off!.fasteners['top']!, seat: 'insert' },
              sides: { ...cowl.states.off!.fasteners['sides']!, handOnly: true },
            },
          },
        },
      },
      tank: { ...pattern.covers['tank']!, kind: 'tank' },
    },
    legs: {
      ...pattern.legs,
      cowlLeft: {
        ...pattern.legs['cowlLeft']!,
        workedFrom: 'below',
        hazards: ['airbag'],
        passes: {
          a: { name: 'Slot in the yoke', at: [1230, 70, 1060], mm: 14, longMm: 30, edge: 'bare', drillToMm: null },
          b: { name: 'Floor of the shell', at: [1240, 60, 1070], mm: 0, edge: 'bare', drillToMm: 14 },
        },
      },
    },
    places: { ...pattern.places, dash: { ...pattern.places['dash']!, through: 'fairingLeft', sun: true } },
  };
  // Led there by hand: a hole to be made would cost more than the way round it.
  const along = planJob(TOURER_JOB).runs.find((run) => run.way?.legs.includes('cowlLeft'))!;
  const steps = planJob({
    ...TOURER_JOB,
    overrules: { ...TOURER_JOB.overrules, way: { [along.id]: { value: [...along.way!.legs], why: null } } },
    craft: { ...TOURER_JOB.craft, pattern: told },
  }).build.steps;
  const lines = (id: string) => steps.find((s) => s.id === id)!.lines.join('\n');

  test('a cover: its kind, the trick of putting it back, its plugs, what its screws go into', () => {
    expect(lines('off:cover/cowl')).toContain('Hold it as the last screw leaves.');
    expect(lines('off:cover/cowl')).toContain('Headlamp, 3 pins: its latch is below');
    expect(lines('on:cover/cowl')).toMatch(/^Hang it on the middle screw first\.\nStart every screw before/);
    expect(lines('on:cover/cowl')).toContain('top, under the screen: by fingers until each runs free, no power tool.');
    expect(lines('on:cover/cowl')).toContain('three a side: hand tool only.');
    expect(build.steps.find((s) => s.id === 'on:cover/cowl')!.lines.join()).not.toContain('middle screw');
  });
  test('a leg: from where it is worked at, its holes, what it must not be tied to', () => {
    const pulls = steps.filter(
      ({ id, lines: all }) => id.startsWith('pull:') && all.join().includes('slot in the yoke'),
    );
    expect(pulls.length).toBeGreaterThan(0);
    for (const pull of pulls) {
      const text = pull.lines.join('\n');
      expect(text).toContain('slot in the yoke, 14 × 30 mm, bare edge: a grommet or sleeve first.');
      expect(text).toContain('floor of the shell: a new hole, Ø 14 mm at most');
      expect(text).toContain('worked at from below.');
      expect(pull.cautions).toContain('airbag');
    }
  });
  test('a place that is reached through another: that one’s gear is screwed in last; a face in the sun is told at the end', () => {
    expect(lines('fit:gear/head')).toContain('By hand through fairing pocket, left, left empty until then.');
    expect(lines('fit:gear/fairing-left')).toContain('Screwed in last:');
    expect(lines('close:record')).toContain('A cover against the sun whenever it stands:');
    expect(step('close:record').lines.join()).not.toContain('sun');
  });
  test('every joint that wire crosses is moved: bars lock to lock, a lid through its swing, and not what no wire crosses', () => {
    const hinge = {
      ...pattern.joints['neck']!,
      kind: 'hinge' as const,
      name: 'Fairing flap',
    } as (typeof pattern.joints)[string];
    const ids = (joints: Pattern['joints']) =>
      planJob({ ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, joints } } }).build.steps.map(
        (s) => s.id,
      );
    expect(ids(pattern.joints)).toContain('test:travel');
    expect(ids({ neck: hinge })).toContain('test:joint/neck');
    expect(ids({ neck: hinge })).not.toContain('test:travel');
    expect(ids({ ...pattern.joints, spare: hinge })).not.toContain('test:joint/spare');
  });
});

test('a hole for wire that is not there yet is drilled before anything is pulled through, eight minutes each; where none is to be made none is', () => {
  for (const [id, some] of [
    ['pontoon-picnic', true],
    ['trailer-cabinet', false],
  ] as const) {
    const job = DEMO_JOBS.find((one) => one.id === id)!;
    const { steps } = planJob(job).build;
    const drilled = steps.filter((step) => step.id.startsWith('drill:leg/'));
    expect(drilled.length).toBeGreaterThan(0);
    for (const { id: step, minutes } of drilled) {
      const leg = step.slice('drill:leg/'.length);
      expect(minutes).toBe(8 * Object.values(job.craft.pattern.legs[leg]!.passes!).filter(({ mm }) => mm === 0).length);
      const through = planJob(job).runs.filter(({ way, old }) => !old && way?.legs.includes(leg));
      expect(through.length).toBeGreaterThan(0);
      for (const { from, to } of through)
        expect(steps.find((one) => one.id === `pull:run/${from}-${to}`)!.after).toContain(step);
    }
    const none = planJob(applyAll(job, [{ op: 'choose', choice: 'holes', option: 'none' }]));
    expect(none.build.steps.some((step) => step.id.startsWith('drill:leg/'))).toBe(false);
    // The pontoon’s deck has to be drilled: without that there is no route.
    expect(none.findings.some(({ rule }) => rule === 'no-way')).toBe(some);
  }
});

test('runs between the same ends are pulled in one go by route: three routes are three steps', () => {
  const run = (kind: string, ...legs: string[]) =>
    ({ id: `${kind}:a>b`, from: 'a', to: 'b', old: false, way: { legs } }) as unknown as Run;
  const steps = pullSteps([
    run('feed', 'x'),
    run('return', 'x'),
    run('line', 'y'),
    run('turnOn', 'z'),
    run('speaker', 'y'),
    { ...run('link', 'x'), old: true },
  ]);
  expect([...steps]).toEqual([
    ['feed:a>b', 'pull:run/a-b'],
    ['return:a>b', 'pull:run/a-b'],
    ['line:a>b', 'pull:run/line:a>b'],
    ['turnOn:a>b', 'pull:run/turnOn:a>b'],
    ['speaker:a>b', 'pull:run/line:a>b'],
  ]);
});

test('a run led another way than its like is a step of its own, and minutes set for it go with its gear', () => {
  const { runs } = planJob(TOURER_JOB);
  const back = runs.find(({ id }) => id === 'return:battery>amp')!;
  const led = routesOfRun(TOURER_JOB, back.id).routes.find(({ way }) => way.legs.join() !== back.way!.legs.join())!;
  const step = 'pull:run/return:battery>amp';
  const job = applyAll(TOURER_JOB, [
    { op: 'overrule', kind: 'way', subject: back.id, value: [...led.way.legs] },
    { op: 'overrule', kind: 'minutes', subject: step, value: 17 },
  ]);
  expect(planJob(job).build.steps.find(({ id }) => id === step)!.minutes).toBe(17);
  expect(applyAll(job, [{ op: 'removeGear', id: 'amp' }]).overrules.minutes).toEqual({});
});
