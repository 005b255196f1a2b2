import fc from 'fast-check';
import { SHELF, shelfItem } from '#demo/shelf';
import { TOURER_JOB } from '#demo/jobs';
import type { Amplifier, Speaker } from '../gear/gear';
import type { Job } from '../job/job';
import type { Wiring } from '../job/circuit';
import { applyAll } from '../job/operations';
import { compareRanks } from './rank';
import { loadCircuits, planSpeakers } from './circuits';
import { outputVolts, coilWatts, impedance, levelAt, sumLevels, type LoadModel } from './load';
import { proposeWiring } from './propose';

const leaf = (gear: string, coil = 0): Wiring => ({ coil: { gear, coil } });
const model = (ohms: Record<string, number>, lead = 0): LoadModel => ({
  coilOhm: (gear, coil) => ohms[`${gear}${coil || ''}`]!,
  leadOhm: () => lead,
});

describe('loads, by the handbook', () => {
  const four = model({ a: 4, b: 4, c: 4, d: 4, b1: 4, e: 8, f: 2 });
  test.each<[string, Wiring, number]>([
    ['one', leaf('a'), 4],
    ['two in parallel', { parallel: [leaf('a'), leaf('b')] }, 2],
    ['two in series', { series: [leaf('a'), leaf('b')] }, 8],
    ['two pairs of two', { parallel: [{ series: [leaf('a'), leaf('b')] }, { series: [leaf('c'), leaf('d')] }] }, 4],
    ['4 and 8 in parallel', { parallel: [leaf('a'), leaf('e')] }, 8 / 3],
    ['twin coil in series', { series: [leaf('b', 0), leaf('b', 1)] }, 8],
    ['2 in series with 4 ∥ 4', { series: [leaf('f'), { parallel: [leaf('a'), leaf('b')] }] }, 4],
  ])('%s', (_, wiring, ohm) => expect(impedance(wiring, four)).toBeCloseTo(ohm, 9));

  test('a speaker’s lead counts once for its two coils, once for each of two speakers', () => {
    const led = model({ a: 4, b: 4, b1: 4 }, 0.1);
    expect(impedance({ parallel: [leaf('b', 0), leaf('b', 1)] }, led)).toBeCloseTo(2.1, 9);
    expect(impedance({ series: [leaf('a'), leaf('b')] }, led)).toBeCloseTo(8.2, 9);
    expect(impedance({ parallel: [leaf('a'), leaf('b')] }, led)).toBeCloseTo(2.05, 9);
  });

  test('power divides as 1/R in parallel and as R in series', () => {
    const p = coilWatts({ parallel: [leaf('a'), leaf('e')] }, four, 12);
    expect(p.get('a/0')).toBeCloseTo(36, 9);
    expect(p.get('e/0')).toBeCloseTo(18, 9);
    const s = coilWatts({ series: [leaf('a'), leaf('e')] }, four, 12);
    expect(s.get('a/0')).toBeCloseTo(4, 9);
    expect(s.get('e/0')).toBeCloseTo(8, 9);
  });
});

const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
const tree = fc.letrec<{ node: Wiring; leaf: Wiring }>((tie) => ({
  leaf: fc.constantFrom(...ids).map((id) => leaf(id)),
  node: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    tie('leaf'),
    fc.array(tie('node'), { minLength: 2, maxLength: 3 }).map((series) => ({ series })),
    fc.array(tie('node'), { minLength: 2, maxLength: 3 }).map((parallel) => ({ parallel })),
  ),
})).node;
const ohms = fc.record(Object.fromEntries(ids.map((id) => [id, fc.double({ min: 1, max: 16, noNaN: true })])));

test('a coil more in parallel never raises the load, one more in series never lowers it', () => {
  fc.assert(
    fc.property(tree, ohms, (wiring, values) => {
      const m = model(values);
      const z = impedance(wiring, m);
      expect(impedance({ parallel: [wiring, leaf('a')] }, m)).toBeLessThan(z);
      expect(impedance({ series: [wiring, leaf('a')] }, m)).toBeGreaterThan(z);
    }),
    { seed: 3 },
  );
});

describe('a channel', () => {
  const { bank } = shelfItem('weir-4-45') as Amplifier;
  test('gives its listed watts at its listed loads', () => {
    for (const { ohm, watts } of bank.power) expect(outputVolts(bank, ohm)! ** 2 / ohm).toBeCloseTo(watts, 9);
  });
  test('interpolates its voltage between loads and holds it above the last', () => {
    const [v2, v4, v8] = [Math.sqrt(140), Math.sqrt(180), Math.sqrt(192)];
    expect(outputVolts(bank, 3)).toBeCloseTo((v2 + v4) / 2, 9);
    expect(outputVolts(bank, 6)).toBeCloseTo((v4 + v8) / 2, 9);
    expect(outputVolts(bank, 30)).toBeCloseTo(v8, 9);
  });
  test('is refused below its minimum and current-limited between that and its lowest row', () => {
    expect(outputVolts(bank, 1.99)).toBeUndefined();
    const low = { ...bank, minOhm: 1 };
    expect(outputVolts(low, 1)! / 1).toBeCloseTo(Math.sqrt(140) / 2, 9);
  });
});

test('levels: 1 W at 1 m is the sensitivity, twice the distance is 6 dB, two alike are 3 dB', () => {
  const speaker = shelfItem('bittern-165') as Speaker;
  expect(levelAt(speaker, 1, 1)).toBe(90);
  expect(levelAt(speaker, 100, 2)).toBeCloseTo(90 + 20 - 6.0206, 3);
  expect(sumLevels([90, 90])).toBeCloseTo(93.0103, 3);
});

describe('the plan of a job’s circuits', () => {
  const plan = planSpeakers(
    loadCircuits(TOURER_JOB, () => 0.05),
    () => undefined,
  );
  test('every speaker has its power, share and level', () => {
    expect(Object.keys(plan.circuits)).toHaveLength(4);
    const front = plan.circuits['amp/fl']!;
    const volts = outputVolts((shelfItem('weir-4-45') as Amplifier).bank, 4.05)!;
    expect(front.watts).toBeCloseTo(volts ** 2 / 4.05, 9);
    expect(front.speakers[0]!.watts).toBeCloseTo((volts / 4.05) ** 2 * 4, 9);
    expect(front.speakers[0]!.share).toBeCloseTo(4 / 4.05, 9);
    expect(front.speakers[0]!.leadLossDb).toBeCloseTo(10 * Math.log10(4.05 / 4), 9);
    expect(plan.audioWatts['amp']).toBeCloseTo(4 * front.watts, 6);
    expect(plan.unwired).toEqual([]);
  });

  test('a speaker of two coils with one of them on no channel counts as not wired', () => {
    const [id, old] = Object.entries(TOURER_JOB.gear).find(([, { item }]) => item.kind === 'speaker')!;
    const two = { ...TOURER_JOB, gear: { ...TOURER_JOB.gear, [id]: { ...old, item: shelfItem('mire-165') } } };
    expect(loadCircuits(two, () => 0).heard.unwired).toEqual([id]);
  });

  test('shares and lead losses make up the whole channel', () => {
    const doubled = applyAll(TOURER_JOB, [
      { op: 'wireChannel', channel: 'amp/rl', wiring: null },
      { op: 'wireChannel', channel: 'amp/fl', wiring: { parallel: [leaf('fairing-left'), leaf('pannier-left')] } },
    ]);
    const circuit = planSpeakers(
      loadCircuits(doubled, () => 0.08),
      () => undefined,
    ).circuits['amp/fl']!;
    const inCoils = circuit.speakers.reduce((sum, s) => sum + s.watts, 0);
    const inLeads = circuit.speakers.reduce((sum, s) => sum + (s.watts / 4) * 0.08, 0);
    expect(inCoils + inLeads).toBeCloseTo(circuit.watts, 9);
    expect(circuit.nominalOhm).toBe(2);
    expect(circuit.dipOhm).toBeCloseTo(1.7, 9);
  });

  test('a regulated amplifier holds its watts; an unregulated one loses them with the square of the volts', () => {
    const swapped = (item: string): Job => ({
      ...TOURER_JOB,
      gear: { ...TOURER_JOB.gear, amp: { ...TOURER_JOB.gear['amp']!, item: shelfItem(item) } },
    });
    const at = (item: string, volts: number) =>
      planSpeakers(
        loadCircuits(swapped(item), () => 0),
        () => ({ volts, most: volts, mostIn: 'engine off' }),
      ).circuits['amp/fl']!.watts;
    expect(at('weir-4-45', 12)).toBeCloseTo(45, 6);
    expect(at('lock-4-30', 14.4)).toBeCloseTo(30, 6);
    expect(at('lock-4-30', 12)).toBeCloseTo(30 * (12 / 14.4) ** 2, 6);
  });

  test('a load below the minimum is refused and gives no watts', () => {
    const low = applyAll(TOURER_JOB, [
      { op: 'addGear', id: 'c1', item: shelfItem('coot-165'), place: null },
      { op: 'wireChannel', channel: 'amp/fl', wiring: { parallel: [leaf('fairing-left'), leaf('c1')] } },
    ]);
    const circuit = planSpeakers(
      loadCircuits(low, () => 0),
      () => undefined,
    ).circuits['amp/fl']!;
    expect(circuit.refused).toBe(true);
    expect(circuit.watts).toBe(0);
    expect(circuit.speakers.every((s) => s.level === undefined)).toBe(true);
  });
});

describe('proposals', () => {
  const bare = { ...TOURER_JOB, circuits: {} };
  test('four speakers on four channels: each on its own, front in front', () => {
    const { best, examined, proven, bound } = proposeWiring(bare, () => 0.05);
    expect(proven).toBe(true);
    expect(examined).toBeGreaterThan(0);
    expect(best[0]!.circuits).toEqual(TOURER_JOB.circuits);
    expect(bound).toEqual(best[0]!.rank);
    expect(best.length).toBeLessThanOrEqual(10);
  });

  test('none is below a minimum, left and right stay apart', () => {
    const { best } = proposeWiring(bare, () => 0.05);
    for (const { plan } of best)
      for (const circuit of Object.values(plan.circuits)) {
        expect(circuit.refused).toBe(false);
        for (const { gear } of circuit.speakers) expect(gear.endsWith('left')).toBe(circuit.output.side === 'left');
      }
  });

  test('what would look better is named with what bars it, and does rank better', () => {
    // Two speakers of 4 Ω a side on a head unit with one channel a side, 4 Ω least: in parallel they would be 2 Ω.
    const low = applyAll(TOURER_JOB, [
      { op: 'removeGear', id: 'amp' },
      { op: 'removeGear', id: 'head' },
      { op: 'addGear', id: 'bar', item: shelfItem('kingcup-bar'), place: 'barClamp' },
    ]);
    const { best, barred } = proposeWiring(low, () => 0.05);
    const minimum = barred.find(({ bar }) => bar === 'minimum')!;
    expect(minimum.why).toMatch(/would see 2 Ω and allows no less than 4 Ω/);
    for (const one of barred) expect(compareRanks(one.rank, best[0]!.rank)).toBeLessThan(0);
  });

  test('nothing to wire gives nothing; a budget that runs out says so', () => {
    expect(proposeWiring({ ...bare, gear: {}, speakers: {} }, () => 0)).toMatchObject({
      best: [],
      barred: [],
      examined: 0,
      proven: true,
    });
    const cut = proposeWiring(bare, () => 0, { keep: 5, budget: 10 });
    expect(cut.steps).toBe(10);
    expect(cut.proven).toBe(false);
  });
});

test('the shelf’s power tables are consistent: less load resistance, more watts', () => {
  for (const item of SHELF) {
    if (!('bank' in item)) continue;
    const rows = [...item.bank.power].sort((a, b) => a.ohm - b.ohm);
    expect(rows[0]!.ohm).toBeGreaterThanOrEqual(item.bank.minOhm);
    rows.slice(1).forEach((row, i) => expect(row.watts).toBeLessThan(rows[i]!.watts));
  }
});
