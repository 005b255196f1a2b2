import fc from 'fast-check';
import { TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Amplifier, Speaker } from '../gear/gear';
import { speakersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { applyAll } from '../job/operations';
import { netsOf } from '../job/wiring';
import { planCircuit, speakerFacts, type Circuit } from './circuits';
import { outputsOf, type Output } from './outputs';
import { compareRanks, rankOf, type Rank } from './rank';
import { searchWirings } from './search';
import { seriesParallel } from './trees';

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
    const cut = searchWirings(job, LEAD, { keep: 5, budget: 12 });
    expect(whole.proven).toBe(true);
    expect(cut.proven).toBe(false);
    expect(cut.steps).toBe(12);
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
