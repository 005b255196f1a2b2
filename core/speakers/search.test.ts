import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Amplifier, Speaker } from '../gear/gear';
import { speakersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { applyAll } from '../job/operations';
import { netsOf, rewire } from '../connections/wiring';
import { planJob } from '../plan';
import { planCircuit, speakerFacts, type Circuit } from './circuits';
import { outputsOf, type Output } from './outputs';
import { compareRanks, rankOf, type Rank } from './rank';
import { proposeWiring } from './propose';
import { searchWirings } from './search';
import { labelled } from './seats';
import type { Class, Option } from './space';
import { seriesParallel } from './trees';
import { leadsFromAnywhere } from '../what-if';

const LEAD = () => 0.06;
const PLACES = ['fairingLeft', 'fairingRight', 'pannierLeft', 'pannierRight', 'guardLeft', 'guardRight'];
const MODELS = ['bittern-165', 'bittern-130', 'coot-165', 'wren-100', 'mire-165', 'pike-200', 'tench-200'];

/** The first `channels` of the 4 × 45 amplifier, bridged where both of a pair are there. */
function amplifier(channels: number): Amplifier {
  const item = shelfItem('weir-4-45') as Amplifier;
  const kept = item.bank.channels.slice(0, channels);
  const pairs = item.bank.bridge!.pairs.filter((pair) => pair.every((id) => kept.some((c) => c.id === id)));
  return {
    ...item,
    bank: { ...item.bank, channels: kept, bridge: pairs.length ? { ...item.bank.bridge!, pairs } : null },
  };
}

function jobWith(models: readonly string[], channels: number): Job {
  const gear: Job['gear'] = { amp: { item: amplifier(channels), itemHash: '', place: 'lampShelf', there: null } };
  models.forEach((model, i) => {
    gear[`s${i}`] = { item: shelfItem(model), itemHash: '', place: PLACES[i]!, there: null };
  });
  return { ...TOURER_JOB, gear, circuits: {}, speakers: {}, feeds: {} };
}

// ── The same asked the long way: everything tried, nothing cut ──────────────────────────────────

function everyTree(leaves: readonly Wiring[]): Wiring[] {
  if (leaves.length === 1) return [...leaves];
  const [first, ...rest] = leaves;
  const all: Wiring[] = [];
  for (let side = 0; side < 2 ** rest.length - 1; side++) {
    const a = [first!, ...rest.filter((_, i) => side & (1 << i))];
    const b = rest.filter((_, i) => !(side & (1 << i)));
    for (const x of everyTree(a)) for (const y of everyTree(b)) all.push({ series: [x, y] }, { parallel: [x, y] });
  }
  return all;
}

const modelUnder = (job: Job, wiring: Wiring) => speakersOf(wiring).map((id) => job.gear[id]!.item.id);
function hasUnlikeSeries(job: Job, wiring: Wiring): boolean {
  if ('coil' in wiring) return false;
  if ('series' in wiring && new Set(modelUnder(job, wiring)).size > 1) return true;
  return Object.values(wiring)
    .flat()
    .some((member: Wiring) => hasUnlikeSeries(job, member));
}

function everyForm(job: Job, id: string): { wiring: Wiring; position: string | null }[] {
  const item = job.gear[id]!.item as Speaker;
  const coils = item.coils.map((_, coil): Wiring => ({ coil: { gear: id, coil } }));
  const own: Wiring[] = coils.length === 1 ? coils : [{ series: coils }, { parallel: coils }];
  return [null, ...item.positions.map((p) => p.name)].flatMap((position) =>
    own.map((wiring) => ({ wiring, position })),
  );
}

/** Left, right or either, as a person would say. */
const sideNeeded = (job: Job, id: string) =>
  (job.gear[id]!.item as Speaker).band === 'bass'
    ? undefined
    : job.gear[id]!.place!.endsWith('Left')
      ? 'left'
      : 'right';

function bruteForce(job: Job): { best: Rank | undefined; weighed: number } {
  const speakers = Object.keys(job.gear).filter((id) => id !== 'amp');
  const outputs = outputsOf('amp', job.gear['amp']!.item as Amplifier);
  const memo = new Map<string, Circuit[]>();
  const waysOn = (output: Output, group: readonly string[]): Circuit[] => {
    const key = `${output.key} ${group.join()}`;
    const known = memo.get(key);
    if (known) return known;
    const items = group.map((id) => job.gear[id]!.item as Speaker);
    const sided = !job.wiringRules.sides || group.every((id) => [undefined, output.side].includes(sideNeeded(job, id)));
    const bands = new Set(items.map((item) => item.band));
    const found = new Map<string, Circuit>();
    if (group.length <= 4 && sided && bands.size === 1) {
      const forms = group.reduce<{ wiring: Wiring; position: string | null }[][]>(
        (all, id) => all.flatMap((chosen) => everyForm(job, id).map((form) => [...chosen, form])),
        [[]],
      );
      for (const chosen of forms) {
        const facts = speakerFacts(job, Object.fromEntries(chosen.map((f, i) => [group[i]!, f.position])));
        for (const wiring of everyTree(chosen.map((f) => f.wiring))) {
          if (hasUnlikeSeries(job, wiring)) continue;
          const circuit = planCircuit(output, wiring, facts, LEAD, () => undefined);
          if (circuit.refused) continue;
          const joints = netsOf(wiring).reduce((sum, net) => sum + net.terminals.length, 0);
          found.set(
            `${joints} ${circuit.speakers
              .map((s) => `${s.gear} ${s.watts.toFixed(6)}`)
              .sort()
              .join()}`,
            circuit,
          );
        }
      }
    }
    const list = [...found.values()];
    memo.set(key, list);
    return list;
  };
  let best: Rank | undefined;
  let weighed = 0;
  const assign = (i: number, groups: Map<Output, string[]>): void => {
    const id = speakers[i];
    if (id === undefined) {
      const busy = [...groups.keys()].flatMap((output) => output.channels);
      if (new Set(busy).size < busy.length) return;
      // Two channels of one filter carry one band.
      const bandOn = new Map<number, string>();
      for (const [output, group] of groups) {
        const pair = output.item.bank.channels.findIndex(({ id }) => id === output.channels[0]) >> 1;
        const { band } = job.gear[group[0]!]!.item as Speaker;
        if ((bandOn.get(pair) ?? band) !== band) return;
        bandOn.set(pair, band);
      }
      const all = [...groups].map(([output, group]) => waysOn(output, group));
      const pick = (n: number, circuits: Circuit[]): void => {
        if (n < all.length) {
          for (const circuit of all[n]!) pick(n + 1, [...circuits, circuit]);
          return;
        }
        weighed++;
        const rank = rankOf(job, circuits);
        if (!best || compareRanks(rank, best) < 0) best = rank;
      };
      pick(0, []);
      return;
    }
    for (const output of outputs) assign(i + 1, new Map([...groups, [output, [...(groups.get(output) ?? []), id]]]));
  };
  assign(0, new Map());
  return { best, weighed };
}

describe('the search for a wiring', () => {
  test('series-parallel trees: as many as the published count, and no two alike', () => {
    // Series-parallel networks with n labelled edges, OEIS A006351.
    for (const [n, count] of [
      [1, 1],
      [2, 2],
      [3, 8],
      [4, 52],
    ] as const) {
      const all = seriesParallel(Array.from({ length: n }, (_, i): Wiring => ({ coil: { gear: `s${i}`, coil: 0 } })));
      expect(all).toHaveLength(count);
      expect(new Set(all.map((w) => JSON.stringify(w))).size).toBe(count);
    }
  });

  test.each([1, 2, 3, 4, 5].flatMap((speakers) => [1, 2, 3, 4].map((channels) => [speakers, channels] as const)))(
    'agrees with brute force: %d speakers on %d channels',
    (speakers, channels) => {
      // Like speakers, and two mixes of unlike ones with twin coils and a load selector among them.
      const mixes = [
        Array.from({ length: speakers }, () => 'bittern-165'),
        Array.from({ length: speakers }, (_, i) => MODELS[(2 * i + channels) % MODELS.length]!),
        ...(speakers < 5
          ? [Array.from({ length: speakers }, (_, i) => MODELS[(3 * i + speakers) % MODELS.length]!)]
          : []),
      ];
      for (const models of mixes) {
        const job = jobWith(models, channels);
        const { best, weighed } = bruteForce(job);
        // With a channel a side, like speakers can always be wired: in series if need be.
        if (channels > 1 && new Set(models).size === 1) {
          expect(weighed).toBeGreaterThan(0);
          expect(best).toBeDefined();
        }
        const ours = searchWirings(job, LEAD, { keep: 10, budget: 1e7 });
        expect(ours.proven).toBe(true);
        expect(ours.best[0]?.rank).toEqual(best);
        for (const found of ours.best) expect(rankOf({ ...job }, found.circuits)).toEqual(found.rank);
      }
    },
  );

  test.each([
    ['levels first', ['spread', 'power', 'joints', 'channels', 'amplifiers', 'pairs']],
    ['fewest channels first', ['channels', 'pairs', 'power', 'spread', 'joints', 'amplifiers']],
    ['power before pairs', ['power', 'pairs', 'amplifiers', 'spread', 'joints', 'channels']],
  ] as const)('agrees with brute force in another order: %s', (_, order) => {
    for (const [models, channels] of [
      [['bittern-165', 'bittern-165', 'coot-165', 'coot-165'], 4],
      [['bittern-165', 'bittern-165', 'wren-100', 'wren-100', 'pike-200'], 4],
      [['mire-165', 'mire-165', 'bittern-130'], 2],
    ] as const) {
      const base = jobWith(models, channels);
      const job: Job = { ...base, wiringRules: { ...base.wiringRules, order: [...order] } };
      const { best } = bruteForce(job);
      const ours = searchWirings(job, LEAD, { keep: 5, budget: 1e7 });
      expect(ours.proven).toBe(true);
      expect(ours.best[0]?.rank).toEqual(best);
    }
  });

  /** A job on a made-up craft: `pairs` mirrored pairs of these models, so many amplifiers of four channels. */
  const large = (pairs: number, amps: number, models: readonly string[], woofers = 0): Job => {
    const { pattern } = TOURER_JOB.craft;
    const places = { ...pattern.places };
    const gear: Job['gear'] = {
      head: { item: shelfItem('kingcup-3'), itemHash: 'h', place: 'dash', there: null },
    };
    for (let a = 0; a < amps; a++)
      gear[`amp${a}`] = { item: shelfItem('weir-4-45'), itemHash: 'a', place: 'underSeat', there: null };
    const speaker = (id: string, model: string, at: [number, number, number]) => {
      places[id] = { ...places['pannierLeft']!, at };
      gear[id] = { item: shelfItem(model), itemHash: model, place: id, there: null };
    };
    for (let p = 0; p < pairs; p++)
      for (const [side, y] of [
        ['l', 1],
        ['r', -1],
      ] as const)
        speaker(`s${p}${side}`, models[p % models.length]!, [1500 - 150 * p, y * (300 + 10 * p), 700 + 15 * p]);
    for (let w = 0; w < woofers; w++) speaker(`w${w}`, 'pike-200', [200, 0, 400 + 40 * w]);
    const craft = { ...TOURER_JOB.craft, pattern: { ...pattern, places } };
    return { ...TOURER_JOB, craft, gear, circuits: {}, speakers: {}, feeds: {}, sources: {} };
  };

  test.each([
    ['8 on 8', large(4, 2, ['bittern-165', 'bittern-130'])],
    ['12 on 12', large(6, 3, ['bittern-165', 'bittern-130', 'coot-165'])],
    ['12 on 12, one model', large(6, 3, ['bittern-165'])],
    ['16 on 16, four models', large(8, 4, ['bittern-165', 'bittern-130', 'coot-165', 'wren-100'])],
    ['12 and two woofers on 16', large(6, 4, ['bittern-165'], 2)],
    ['9 on 4, one without a mate', large(4, 1, ['bittern-165'], 1)],
  ])('larger systems end, and are what an installer would fit: %s', (_, job) => {
    let last = 0;
    const { best, proven, barred } = proposeWiring(job, LEAD, {
      onProgress: (_part, examined) => {
        // The count never falls back.
        expect(examined).toBeGreaterThanOrEqual(last);
        last = examined;
      },
    });
    expect(proven).toBe(true);
    const wired = (circuits: Readonly<Record<string, Wiring>>) => Object.values(circuits).flatMap(speakersOf);
    const all = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
    expect(wired(best[0]!.circuits).sort()).toEqual(all.sort());
    for (const { circuits } of best) {
      const of = (id: string) => Object.keys(circuits).find((key) => speakersOf(circuits[key]!).includes(id))!;
      // Every pair on one amplifier, and on the two channels of one gain.
      for (const id of all.filter((one) => one.endsWith('l'))) {
        const [left, right] = [of(id), of(`${id.slice(0, -1)}r`)].map((key) => key.split('/') as [string, string]);
        expect(left![0]).toBe(right![0]);
        expect(left![1][0]).toBe(right![1][0]);
      }
      // Never two bands on one filter.
      const bands = new Map<string, string>();
      for (const [key, wiring] of Object.entries(circuits)) {
        const pair = `${key.split('/')[0]}/${key.split('/')[1]![0]}`;
        const { band } = job.gear[speakersOf(wiring)[0]!]!.item as Speaker;
        expect(bands.get(pair) ?? band).toBe(band);
        bands.set(pair, band);
      }
    }
    // The head unit's own outputs stay out of it while channels are free.
    const channels = Object.keys(best[0]!.circuits).filter((key) => !key.startsWith('head/'));
    if (channels.length < all.length) expect(channels.length).toBeGreaterThan(2);
    for (const one of barred) expect(compareRanks(one.rank, best[0]!.rank)).toBeLessThan(0);
  });

  test('a pair stays on one amplifier though an off-centre listener hears it uneven, unless levels are put first', () => {
    const launch = DEMO_JOBS.find((one) => one.id === 'river-launch')!;
    const leads = leadsFromAnywhere(launch);
    const [first] = proposeWiring(launch, leads).best;
    // The woofer has the bridged pair to itself, the others two by two on the other pair.
    expect(Object.keys(first!.circuits).sort()).toEqual(['amp/fl', 'amp/fr', 'amp/rl+rr']);
    expect(speakersOf(first!.circuits['amp/rl+rr']!)).toEqual(['woofer']);
    const plan = planJob(applyAll(launch, rewire(launch, first!.circuits, first!.positions)));
    expect(plan.findings.filter((f) => ['filter-shared', 'pair-apart'].includes(f.rule))).toEqual([]);
    const levels = applyAll(launch, [
      { op: 'setWiringRules', rules: { order: ['spread', 'power', 'joints', 'channels', 'amplifiers', 'pairs'] } },
    ]);
    const [even] = proposeWiring(levels, leads).best;
    expect(even!.plan.spreadDb!).toBeLessThanOrEqual(first!.plan.spreadDb!);
  });

  test('relabelling the job does not change the ranking', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...MODELS), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 1e6 }),
        (models, channels, seed) => {
          const job = jobWith(models, channels);
          const rename = (id: string) => (id === 'amp' ? id : `z${(Number(id.slice(1)) * 7919 + seed) % 997}`);
          const gear = Object.fromEntries(
            Object.entries(job.gear)
              .map(([id, placed]) => [rename(id), placed] as const)
              .sort(([a], [b]) => (a < b ? -1 : 1)),
          );
          const ranks = (j: Job) => searchWirings(j, LEAD, { keep: 10, budget: 1e7 }).best.map(({ rank }) => rank);
          expect(ranks({ ...job, gear })).toEqual(ranks(job));
        },
      ),
      { seed: 41, numRuns: 40 },
    );
  });

  test('a budget that runs out says so, and its bound is no better than the truth', () => {
    const job = jobWith(['bittern-165', 'bittern-165', 'coot-165', 'coot-165', 'wren-100', 'wren-100'], 4);
    const whole = searchWirings(job, LEAD, { keep: 5, budget: 1e7 });
    const cut = searchWirings(job, LEAD, { keep: 5, budget: 3 });
    expect(whole.proven).toBe(true);
    expect(cut.proven).toBe(false);
    expect(cut.steps).toBeGreaterThanOrEqual(3);
    expect(compareRanks(cut.bound, whole.best[0]!.rank)).toBeLessThanOrEqual(0);
    expect(whole.bound).toEqual(whole.best[0]!.rank);
    const told: number[] = [];
    searchWirings(job, LEAD, { keep: 5, budget: 1e7, onProgress: (part) => told.push(part) });
    expect(told.every((part, i) => part >= (told[i - 1] ?? 0) && part <= 1)).toBe(true);
  });

  test('more speakers than can be weighed is said, not tried', () => {
    const many = jobWith([], 4);
    const gear = { ...many.gear };
    for (let i = 0; i < 25; i++)
      gear[`s${i}`] = { item: shelfItem('wren-100'), itemHash: '', place: PLACES[i % PLACES.length]!, there: null };
    expect(() => searchWirings({ ...many, gear }, LEAD, { keep: 1, budget: 10 })).toThrow(/25 speakers are more than/);
  });

  test('sixteen speakers all unlike, on twelve channels: wired, and not said to be the best there is', () => {
    const job = jobWith([], 4);
    const gear: Job['gear'] = {};
    for (const [id, item] of Object.entries({ amp: 'weir-4-45', amp2: 'weir-4-100', head: 'kingcup-3' }))
      gear[id] = { item: shelfItem(item), itemHash: '', place: null, there: null };
    for (let i = 0; i < 16; i++) {
      const item = { ...(shelfItem('wren-100') as Speaker), id: `own-${i}`, sensitivity: 86 + i / 5 };
      gear[`s${i}`] = { item, itemHash: '', place: PLACES[i % PLACES.length]!, there: null };
    }
    const { best, proven, steps } = searchWirings({ ...job, gear }, LEAD, { keep: 3, budget: 20_000 });
    expect(proven).toBe(false);
    expect(steps).toBeLessThan(20_000 + 5000);
    const wired = best[0]!.circuits.flatMap(({ wiring }) => speakersOf(wiring));
    expect(new Set(wired).size).toBe(16);
  });

  test('among outputs that are alike a speaker stays on the one it is connected to', () => {
    const job = jobWith(['wren-100'], 4);
    const [front, rear] = outputsOf('amp', job.gear['amp']!.item as Amplifier).filter(({ side }) => side === 'left');
    const outputs = [front!, rear!].map((output) => ({ ...output, front: undefined }));
    const wiring: Wiring = { coil: { gear: 's0', coil: 0 } };
    const chosen = [{ class: 0, wiring, setting: 'full' } as Option];
    const given = (circuits: Job['circuits']) =>
      labelled({ ...job, circuits }, { classes: [{ outputs } as unknown as Class], filters: false }, [], chosen)!
        .outputs[0]!.key;
    expect(given({})).toBe(front!.key);
    expect(given({ [rear!.key]: wiring })).toBe(rear!.key);
    expect(given({ [front!.key]: wiring })).toBe(front!.key);
  });

  test('nothing to wire gives nothing', () => {
    const none = searchWirings(jobWith([], 4), LEAD, { keep: 5, budget: 10 });
    expect(none).toMatchObject({ best: [], examined: 0, proven: true });
  });

  test('a pinned speaker stays on its output, a kept channel stays free', () => {
    const job = applyAll(jobWith(['bittern-165', 'bittern-165', 'bittern-165', 'bittern-165'], 4), [
      { op: 'setSpeaker', id: 's0', choice: { pin: 'amp/rl' } },
      { op: 'reserveChannel', channel: 'amp/fr', what: 'a pair to come' },
    ]);
    const { best } = searchWirings(job, LEAD, { keep: 10, budget: 1e7 });
    expect(best.length).toBeGreaterThan(1);
    for (const { circuits } of best) {
      expect(circuits.find(({ speakers }) => speakers.some((s) => s.gear === 's0'))!.key).toBe('amp/rl');
      expect(circuits.map(({ key }) => key)).not.toContain('amp/fr');
    }
  });
});
