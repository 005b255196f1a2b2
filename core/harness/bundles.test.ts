import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { anyJob } from '../../tests/support/any-job';
import type { PassThrough } from '../craft/leg';
import type { Pattern } from '../craft/pattern';
import { applyAll } from '../job/operations';
import { planJob } from '../plan';
import { judge } from '../findings/finding';
import { bundleRules } from './bundle-rules';
import { holeFit, plugRoom } from '../connections/passing';
import type { Bundle, BundleWire } from './bundles';

/** The tourer with holes on one leg. */
function withHoles(leg: string, passes: Record<string, Partial<PassThrough>>) {
  const { pattern } = TOURER_JOB.craft;
  const at = pattern.legs[leg]!;
  const told: Pattern = {
    ...pattern,
    legs: {
      ...pattern.legs,
      [leg]: {
        ...at,
        passes: Object.fromEntries(
          Object.entries(passes).map(([id, pass]): [string, PassThrough] => [
            id,
            { name: id, at: [0, 0, 0], mm: 20, edge: 'rolled', drillToMm: null, ...pass },
          ]),
        ),
      },
    },
  };
  // What lies there stays there, whatever its holes cost.
  const ways = planJob(TOURER_JOB).runs.flatMap(({ id, way, old }) =>
    way && !old ? [{ op: 'overrule' as const, kind: 'way' as const, subject: id, value: [...way.legs] }] : [],
  );
  return applyAll({ ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: told } }, ways);
}
const bundleOn = (job: typeof TOURER_JOB, leg: string) => planJob(job).bundles.find((one) => one.leg === leg)!;

test('the right pannier’s speaker lead by hand: two of 16 AWG, 2.8 mm each, side by side 5.6 mm; a sleeve of 7 past the edge', () => {
  const bundle = bundleOn(TOURER_JOB, 'rackRight');
  expect(bundle.wires.map(({ mm, feeds, plugMm }) => [mm, feeds, plugMm])).toEqual([
    [2.8, false, undefined],
    [2.8, false, undefined],
  ]);
  expect([bundle.mm, bundle.leastMm]).toEqual([5.6, 5.6]);
  // √(…) of the leg is 272 mm.
  expect(bundle.sleeve!.sizeMm).toBe(7);
  expect(bundle.sleeve!.lengthMm).toBeCloseTo(272, 0);
});

test('every new wire of any job lies in the bundle of each of its legs once, and no bundle is thinner than it can be', () => {
  let kept = 0;
  for (const job of [...DEMO_JOBS, ...fc.sample(anyJob, { numRuns: 40, seed: 17 }).map((one) => one.job)]) {
    const plan = planJob(job);
    kept += plan.runs.filter(({ old, way }) => old && way).length;
    for (const { leg, wires, mm, leastMm } of plan.bundles) {
      const runs = plan.runs.filter(({ way, old }) => !old && way?.legs.includes(leg));
      // A loom is one sheath, twice where two of its branches have parted before.
      const looms = plan.looms.flatMap((loom) => loom.legs.filter((one) => one.leg === leg)).length;
      expect(new Set(runs.flatMap(({ loom }) => loom?.loom ?? [])).size > 0).toBe(looms > 0);
      const cut = runs.filter(({ loom }) => !loom);
      expect(wires).toHaveLength(cut.reduce((sum, { conductors }) => sum + conductors.length, looms));
      expect(mm).toBeGreaterThanOrEqual(leastMm - 1e-9);
      expect(leastMm).toBeGreaterThanOrEqual(Math.max(...wires.map((wire) => wire.mm)));
    }
    const used = new Set(plan.runs.flatMap(({ way, old }) => (old ? [] : (way?.legs ?? []))));
    expect(new Set(plan.bundles.map(({ leg }) => leg))).toEqual(used);
  }
  expect(kept).toBeGreaterThan(5);
});

test('a hole takes 5.6 mm or it does not: as it is, trimmed, drilled for the smallest grommet that serves, or not at all', () => {
  const fits = (pass: Partial<PassThrough>) => bundleOn(withHoles('rackRight', { hole: pass }), 'rackRight').passes[0]!;
  expect(fits({ mm: 5.6 })).toMatchObject({ fits: true, clearMm: 5.6, needMm: 5.6, trimmed: false });
  expect(fits({ mm: 5.59 })).toMatchObject({ fits: false, drillMm: undefined });
  // Bare it loses 1.5 mm a side to a trim.
  expect(fits({ mm: 8.6, edge: 'bare' })).toMatchObject({ fits: true, trimmed: true });
  expect(fits({ mm: 8.5, edge: 'bare' })).toMatchObject({ fits: false });
  // A grommet of 6.5 mm bore wants a hole of 10; one of 5 would be too narrow.
  expect(fits({ mm: 0, drillToMm: 10 })).toMatchObject({ fits: true, drillMm: 10, boreMm: 6.5 });
  expect(fits({ mm: 0, drillToMm: 9.9 })).toMatchObject({ fits: false });
  // What is 12 wide already is opened for the next, of 13.
  expect(fits({ mm: 12, edge: 'bare', drillToMm: 13 })).toMatchObject({ fits: true, drillMm: undefined, clearMm: 9 });
  expect(fits({ mm: 8, edge: 'bare', drillToMm: 13 })).toMatchObject({ fits: true, drillMm: 10 });
  // A slot of 3 × 15 takes √(0.8 · (4 ÷ π · 3 · 12 + 9)) = 6.62 mm laid flat; one of 2.7 × 40 takes no wire of 2.8.
  const slot = fits({ mm: 3, longMm: 15 });
  expect(slot.clearMm).toBeCloseTo(6.62, 2);
  expect(slot.fits).toBe(true);
  expect(fits({ mm: 2.7, longMm: 40 }).fits).toBe(false);
});

test('plugs go through widest first, each beside the leads that went before, by hand', () => {
  const wire = (mm: number, plugMm?: number) => ({ mm, plugMm }) as BundleWire;
  expect(plugRoom([wire(2.8)])).toBe(0);
  expect(plugRoom([wire(5.5, 11)])).toBe(11);
  // 16 first; then 11 beside the lead of 4.5: 15.5. The first asks most.
  expect(plugRoom([wire(5.5, 11), wire(4.5, 16)])).toBe(16);
  // Two line pairs: 11 beside 5.5.
  expect(plugRoom([wire(5.5, 11), wire(5.5, 11)])).toBe(16.5);
});

test('a hole that is too tight is a caution with both figures and two holes that would do; its cure leads no new wire there', () => {
  const job = withHoles('underTankLeft', { slot: {} });
  const leg = planJob(TOURER_JOB).bundles.find(
    ({ wires }) =>
      wires.some(({ feeds }) => feeds) && wires.some(({ feeds }) => !feeds) && !wires.some(({ plugMm }) => plugMm),
  )!.leg;
  const tight = withHoles(leg, { eye: { mm: 9 } });
  const found = planJob(tight).findings.filter(({ rule }) => rule === 'hole-tight');
  expect(found.map(({ subject }) => subject)).toEqual([{ kind: 'leg', id: leg }]);
  expect(found[0]!.reason).toMatch(
    /Two holes would do: one of [\d.]+ mm for the \d+ of the feeds, one of [\d.]+ mm for the other \d+\./,
  );
  // Where plugs ask most, they are what is told.
  const plugged = planJob(TOURER_JOB).bundles.find(({ wires }) => wires.some(({ plugMm }) => plugMm))!.leg;
  const [told] = planJob(withHoles(plugged, { eye: { mm: 16 } })).findings.filter(({ rule }) => rule === 'hole-tight');
  expect(told!.reason).toContain('16.5 mm clear, for plugs; it gives 16 mm at most');
  const { needMm } = bundleOn(tight, leg).passes[0]!;
  expect(found[0]!.figures.map(({ value }) => value)).toEqual([needMm, 9]);
  const rules = (mm: number) => planJob(withHoles(leg, { eye: { mm } })).findings.map(({ rule }) => rule);
  expect(rules(needMm)).not.toContain('hole-tight');
  expect(rules(needMm - 0.01)).toContain('hole-tight');
  expect(planJob(job).findings.map(({ rule }) => rule)).not.toContain('hole-tight');
});

test('sleeves by size, grommets and trims are on the list of what the job takes', () => {
  const parts = (job: typeof TOURER_JOB) => planJob(job).parts.filter(({ key }) => key.startsWith('fix/'));
  const sleeves = parts(TOURER_JOB).filter(({ what }) => what.startsWith('sleeve'));
  const byHand = new Map<number | undefined, number>();
  for (const { sleeve } of planJob(TOURER_JOB).bundles)
    if (sleeve) byHand.set(sleeve.sizeMm, (byHand.get(sleeve.sizeMm) ?? 0) + sleeve.lengthMm);
  expect(sleeves.map(({ what, needed }) => [what, needed]).sort()).toEqual(
    [...byHand].map(([size, mm]) => [`sleeve, ${size} mm`, Math.ceil(mm * 1.1)]).sort(),
  );
  const drilled = parts(withHoles('rackRight', { one: { mm: 0, drillToMm: 20 }, two: { mm: 30, edge: 'bare' } }));
  expect(drilled.map(({ what, needed }) => [what, needed])).toEqual(
    expect.arrayContaining([
      ['grommet, 6.5 mm bore, hole 10 mm', 1],
      ['edge trim round a hole', 1],
    ]),
  );
});

test('what no sleeve goes round is told, and no more than one is where it does: 38 mm is the widest', () => {
  const wires = (count: number) =>
    ({ leg: 'rackLeft', wires: [], mm: count, leastMm: count, passes: [], ties: 1 }) as unknown as Bundle;
  const told = (mm: number) =>
    judge(bundleRules, {
      job: TOURER_JOB,
      bundles: [{ ...wires(mm), sleeve: { sizeMm: mm <= 38 ? 38 : undefined, lengthMm: 300 } }],
    }).map(({ rule, reason }) => `${rule} ${reason}`);
  expect(told(38)).toEqual([]);
  expect(told(38.4)).toEqual([
    'sleeve-wide Tail rail to the left pannier: 38.4 mm thick. Sleeve it in two, or wrap it.',
  ]);
});

test('a signal beside a feed is told from 300 mm on, with what twisting the feed takes', () => {
  const wires = (feed: string): BundleWire[] => [
    { run: feed, colour: { body: 'red' }, use: 'constant +', mm: 4.6, feeds: true, plugMm: undefined },
    {
      run: 'line:head>amp',
      colour: { body: 'brown' },
      use: 'line-level pair 1, screened',
      mm: 5.5,
      feeds: false,
      plugMm: 11,
    },
  ];
  const told = (lengths: readonly number[], feed = 'feed:battery>amp') =>
    judge(bundleRules, {
      job: TOURER_JOB,
      bundles: lengths.map((lengthMm, i) => ({
        ...{ lengthMm, leg: ['shelf', 'dashUp'][i]!, wires: wires(feed), mm: 12, leastMm: 10 },
        ...{ sleeve: undefined, passes: [], ties: 2 },
      })),
    }).filter(({ rule }) => rule === 'signal-beside-feed');
  expect(told([299.9])).toEqual([]);
  expect(told([150, 149.9])).toEqual([]);
  // 300 · (√(1 + (π · 4.6 / 50)²) − 1) = 300 · 0.0409 = 12.3 mm.
  const [one] = told([150, 150]);
  expect(one!.subject).toEqual({ kind: 'run', id: 'line:head>amp' });
  expect(one!.figures.map(({ value }) => value)).toEqual([300, expect.closeTo(12.28, 2)]);
  expect(one!.reason).toContain('that takes 13 mm of what is left at its end');
  // What a head unit draws is not heard.
  expect(told([500], 'feed:battery>head')).toEqual([]);
});

test('a hole that a lift-off plug fills is drilled for it and takes no grommet', () => {
  const pass = { name: 'Hole', at: [0, 0, 0] as [number, number, number], mm: 0, edge: 'bare' as const, drillToMm: 63 };
  const through = [{ mm: 4, plugMm: undefined }];
  expect(holeFit('a', pass, through)).toMatchObject({ drillMm: 8, boreMm: 5, fits: true });
  expect(holeFit('a', pass, through, true)).toMatchObject({
    drillMm: 63,
    boreMm: undefined,
    trimmed: false,
    fits: true,
  });
  expect(holeFit('a', { ...pass, mm: 63 }, through, true)).toMatchObject({
    drillMm: undefined,
    trimmed: false,
    fits: true,
  });
});

test('a hole that is opened wider is told at the first pull through it, which takes five minutes more', () => {
  const leg = 'flankLeft';
  const [as, opened] = [withHoles(leg, { eye: { mm: 60 } }), withHoles(leg, { eye: { mm: 6, drillToMm: 45 } })].map(
    planJob,
  );
  expect(as!.runs.filter(({ way }) => way?.legs.includes(leg)).length).toBeGreaterThan(4);
  const told = opened!.build.steps.filter(({ lines }) => lines.some((line) => line.startsWith('eye: drilled to')));
  expect(told.map(({ phase }) => phase)).toEqual(['pull']);
  const minutes = (plan: typeof as) => plan!.build.steps.find(({ id }) => id === told[0]!.id)!;
  expect(minutes(opened).minutes - minutes(as).minutes).toBeCloseTo(5, 9);
  expect(minutes(opened).plannedMinutes).toBe(minutes(opened).minutes);
  expect(opened!.proposals[`minutes=${told[0]!.id}`]!.words).toBe(`${minutes(opened).minutes} min`);
  expect(opened!.ledger.hours - as!.ledger.hours).toBeCloseTo(5 / 60, 9);
});
