import fc from 'fast-check';
import { anyJob } from '../../tests/support/any-job';
import { ENDS, KIT, KIT_MORE, findings, kit, loomIn, runIn, typed, withLoom } from '../../tests/support/looms';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { soundBattery } from '../connections/feeding';
import { usualEnds } from '../connections/looms';
import { mapped } from '../document/edits';
import type { Job } from '../job/job';
import { apply } from '../job/operations';
import { overrule } from '../job/parts/overrules';
import { planJob } from '../plan';

/** The same with a hole on one of its legs that stays as it is. */
function holed(job: Job, leg: string, mm: number): Job {
  const { pattern } = job.craft;
  const hole = {
    name: 'Hole to the shelf',
    at: pattern.places['dash']!.at,
    mm,
    edge: 'rolled' as const,
    drillToMm: null,
  };
  const passes = { hole };
  return {
    ...job,
    craft: {
      ...job.craft,
      pattern: { ...pattern, legs: { ...pattern.legs, [leg]: { ...pattern.legs[leg]!, passes } } },
    },
  };
}

describe('which end goes in first', () => {
  const job = withLoom(typed(KIT.replace('500 + 1500', '500 + 2200'), KIT_MORE), ENDS);

  test('what is left over lies at the other end, and a person may turn that round', () => {
    const over = (first: 'start' | 'ends') => loomIn(planJob(apply(job, { op: 'leadLoom', loom: 'loom', first })));
    const [start, ends] = [over('start'), over('ends')];
    const sum = ({ ends: all, trunk }: typeof start, only: (end: string) => boolean) =>
      all.reduce((mm, { end, overMm }) => mm + (only(end) ? (overMm ?? 0) : 0), 0) +
      (only('trunk') ? trunk.reduce((mm, one) => mm + one.mm, 0) : 0);
    const begins = (end: string) => end === 'start';
    expect(sum(ends, begins)).toBeGreaterThanOrEqual(sum(start, begins));
    expect(loomIn(planJob(job)).first).toBe(loomIn(planJob(job)).proposed);
    expect(start.first).toBe('start');
    expect(start.proposed).toBe(ends.proposed);
  });

  test('a hole that its plug does not go through decides: the smaller plugs are led through', () => {
    // The amplifier’s plug is 24 mm across, those of the branches 14 at most.
    const chosen = ([40, 23] as const).map((mm) => loomIn(planJob(holed(job, 'shelf', mm))).proposed);
    expect(chosen[0]).toBe('start');
    expect(chosen[1]).toBe('start');
    const device = apply(job, { op: 'choose', choice: 'start', option: 'battery' });
    expect(loomIn(planJob(holed(device, 'shelf', 40))).proposed).toBe('ends');
    const tight = loomIn(planJob(holed(device, 'shelf', 23)));
    expect(tight.proposed).toBe('start');
    expect(tight.why).toBe('the other way its plugs do not go through hole to the shelf');
  });
});

test('between two branches its conductor is as long as both and the trunk between, and goes back only as far as they part', () => {
  const item = typed('to amplifier: 200 + 300, speaker, turn-on; to speaker: 700 + 100, speaker', { leads: '16' });
  const ends = { 'to-amplifier': 'amp', 'to-speaker': 'fairing-left' };
  const run = (job: Job) => runIn(planJob(job), 'speaker:amp>fairing-left');
  // Whether it begins anywhere or not.
  for (const more of [{}, { start: 'head' }]) {
    expect(run(withLoom(item, { ...ends, ...more })).cutMm).toBe(300 + 500 + 100);
    expect(run(withLoom(item, { ...ends, ...more })).way!.legs).toEqual(['shelf', 'pocketLeft']);
  }
  // The turn-on lead from the head unit comes by it then: 200 of trunk and 300.
  expect(runIn(planJob(withLoom(item, { ...ends, start: 'head' })), 'turnOn:head>amp').cutMm).toBe(500);
});

test('out and back in one loom is pulled once', () => {
  const plain = planJob(TOURER_JOB);
  const feed = typed('battery: 0 + 3000, power', { power: '10' });
  const plan = planJob(withLoom(feed, { start: 'amp', battery: 'battery' }));
  const own = plan.runs.filter(({ loom }) => loom);
  expect(own).toHaveLength(2);
  expect(own[0]!.way).toEqual(runIn(plain, 'feed:battery>amp').way);
  expect(own.reduce((sum, { alongMin }) => sum + alongMin, 0)).toBeCloseTo(
    runIn(plain, 'feed:battery>amp').alongMin,
    9,
  );
});

test('of every loom of any job: what lies and what is left over is all that there is', () => {
  let [seen, tight, exact] = [0, 0, 0];
  const one = typed('speaker: 0 + 700, speaker', { leads: '16' });
  const bare = (job: Job): Job => {
    const { pattern } = job.craft;
    const places = mapped(pattern.places, (place) => ({ ...place, allowanceMm: 0 }));
    return { ...job, craft: { ...job.craft, pattern: { ...pattern, places } } };
  };
  // Where nothing is to be left a plug may be nearer than the middle of its place.
  const jobs = [
    ...DEMO_JOBS,
    ...DEMO_JOBS.map(bare),
    ...fc.sample(anyJob, { numRuns: 30, seed: 91 }).map(({ job }) => job),
  ].flatMap((job) => [
    job,
    ...[kit, one].map((item) =>
      apply(job, { op: 'addLoom', id: 'own', item, ends: usualEnds(job, item, soundBattery(job)) }),
    ),
  ]);
  for (const job of jobs) {
    const plan = planJob(job);
    for (const loom of plan.looms) {
      const over = (end: string) => loom.ends.find((at) => at.end === end)!.overMm!;
      const left = (end: string) => loom.ends.find((at) => at.end === end)!.leftMm;
      const used = loom.ends.filter(({ runs }) => runs.length).length;
      for (const run of plan.runs) {
        if (run.loom?.loom !== loom.id || run.loom.inline || !run.way || !run.loom.ends.includes('start')) continue;
        const end = run.loom.ends.find((at) => at !== 'start')!;
        const { atMm } = job.looms[loom.id]!.item.branches.find(({ id }) => id === end)!;
        const slack = loom.trunk.reduce((sum, gap) => sum + (gap.atMm <= atMm ? gap.mm : 0), over('start') + over(end));
        const lies = run.cutMm - slack;
        const asks = run.layMm + left('start') + left(end) + (run.points.length > 2 ? run.plugsMm : 0);
        seen++;
        if (loom.shortMm > 0) tight++;
        // Its fork may lie off the way to one branch, for another’s sake; never nearer than the way is long.
        expect([job.id, run.id, lies >= asks - 0.02]).toEqual([job.id, run.id, true]);
        if (used > 2 || run.points.length < 3) continue;
        exact++;
        expect(Math.abs(lies - asks)).toBeLessThan(0.02);
      }
    }
  }
  expect(seen).toBeGreaterThan(40);
  expect(tight).toBeGreaterThan(5);
  expect(exact).toBeGreaterThan(5);
});

test('along a leg without its feed a loom is no feed, and what is pressed there goes there', () => {
  const plan = planJob(withLoom(kit, ENDS));
  const along = (leg: string) =>
    plan.bundles.find((one) => one.leg === leg)!.wires.find(({ use }) => use === kit.name)!;
  expect(along('pocketLeft')).toMatchObject({ run: 'speaker:amp>fairing-left', feeds: false, mm: 6, plugMm: 12 });
  expect(along('batteryUp')).toMatchObject({ run: 'feed:battery>amp', feeds: true });
  for (const { leg, wires } of plan.bundles)
    for (const { run } of wires) expect([leg, runIn(plan, run).way!.legs.includes(leg)]).toEqual([leg, true]);
});

test('the one return of several feeds that comes in a loom is as thick as that, and told where that is too thin', () => {
  const common = apply(TOURER_JOB, { op: 'choose', choice: 'grounds', option: 'common' });
  const run = planJob(common).power.common!.run;
  expect(run).toBe('return:battery>amp');
  const thin = planJob(withLoom(typed(KIT, { ...KIT_MORE, power: '16' }), ENDS, common));
  expect(thin.power.common).toMatchObject({ gauge: '16', gaugeReason: 'bought', backMm: 1850 });
  const [told] = findings(thin, 'common-return-thin');
  expect(told!.cure!.label).toBe('Give each feed its own return');
  // Nobody’s word for another size makes its wire other.
  const said = apply(withLoom(typed(KIT, { ...KIT_MORE, power: '16' }), ENDS, common), overrule('lead', run, '4'));
  expect(planJob(said).power.common!.gauge).toBe('16');
});

test('the spare of a loom’s fuse is of the size that is in it, and both where a person takes another', () => {
  const job = apply(withLoom(kit, ENDS), { op: 'chooseHolder', gear: 'amp', holder: null });
  const fuses = (one: Job) =>
    planJob(one).parts.flatMap(({ what, needed }) => (what.startsWith('fuse, ') ? [[what, needed]] : []));
  expect(fuses(job)).toContainEqual([expect.stringMatching(/ 30 A$/), 1]);
  expect(fuses(apply(job, overrule('fuse', 'amp', 25)))).toContainEqual([expect.stringMatching(/ 25 A$/), 2]);
});

test('what nobody measured of a loom is told where a finding rests on it', () => {
  const guessed = typed(KIT, { ...KIT_MORE, trunkMm: '', branchMm: '' });
  expect(guessed.assumed).toEqual(['trunkMm', 'branchMm']);
  const told = (item: typeof kit) =>
    findings(planJob(holed(withLoom(item, ENDS), 'shelf', 4)), 'hole-tight').map(({ reason }) => reason);
  expect(told(guessed)[0]).toContain('Usual figures, not on a sheet: Towpath loom: thickness of its trunk');
  expect(told(kit)[0]).not.toContain('Usual figures');
});
