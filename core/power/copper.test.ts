import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { FuseHolder } from '../gear/gear';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { gaugeArea, isThinner, sizesOf, thinner, type Gauge } from '../tables/conductors';
import { leastSize } from './craft-rules';
import { mostLost, feedTree, planPower, type PowerPlan } from './feeds';

const LAUNCH = DEMO_JOBS.find((job) => job.id === 'river-launch')!;
const after = (job: Job, ...operations: Operation[]) => applyAll(job, operations);
const add = (id: string, item: string, place: string): Operation => ({
  op: 'addGear',
  id,
  item: shelfItem(item),
  place,
});
const holder = (gear: string, item: string): Operation => ({
  op: 'chooseHolder',
  gear,
  holder: shelfItem(item) as FuseHolder,
});

const copperOf = (power: PowerPlan, gauge: (gear: string) => Gauge) =>
  Object.values(power.feeds).reduce((sum, f) => sum + gaugeArea(gauge(f.gear)) * (f.run!.outMm + f.run!.backMm), 0);

/** Whether every limit holds with these sizes, by planning them pinned: amperes, fuses and drops are found anew. */
function bruteForce(job: Job, plan: PowerPlan): { copper: number; odd: number } {
  const gear = Object.keys(plan.feeds);
  const sizes = sizesOf(job.settings.conductors).filter(
    (size) => !isThinner(size, leastSize(job.craft.pattern.kind, job.settings.conductors, job.settings.leastSize)),
  );
  let best = { copper: Number.MAX_VALUE, odd: Number.MAX_VALUE };
  const oddOf = (gauges: readonly Gauge[]) =>
    gear.filter((id, i) => {
      const main = gear.indexOf(plan.feeds[id]!.feeder);
      const most = plan.feeds[id]!.item.maxWire;
      return (main >= 0 && isThinner(gauges[main]!, gauges[i]!)) || (most !== null && isThinner(most, gauges[i]!));
    }).length;
  const walk = (gauges: Gauge[]): void => {
    if (gauges.length < gear.length) return sizes.forEach((size) => walk([...gauges, size]));
    const odd = oddOf(gauges);
    const copper = copperOf(plan, (id) => gauges[gear.indexOf(id)]!);
    if (odd > best.odd || (odd === best.odd && copper >= best.copper - 1e-9)) return;
    const gauge = Object.fromEntries(gear.map((id, i) => [id, { value: gauges[i]!, why: null }]));
    const sized = { ...job, overrules: { ...job.overrules, gauge } };
    const { feeds: found } = planPower(
      feedTree(sized, (id) => plan.feeds[id]!.run, plan.audioWatts, plan.common),
      sized,
    );
    const holds = Object.values(found).every(
      (f) =>
        !f.collapsed &&
        (f.fuseA ?? f.above?.amps ?? 0) <= f.fuseLimitA &&
        f.ampacityA >= f.states[f.worst.amps]!.amps &&
        (!('demand' in f.item) || mostLost(f)!.dropPct <= job.settings.dropLimitPct),
    );
    if (holds) best = { copper, odd };
  };
  walk([]);
  return best;
}

const chain = (limit: number, ...more: Operation[]): Job =>
  after(
    TOURER_JOB,
    add('block', 'delta-4', 'batterySide'),
    holder('block', 'holder-post'),
    { op: 'feedFrom', gear: 'amp', from: 'block' },
    { op: 'feedFrom', gear: 'head', from: 'block' },
    { op: 'chooseHolder', gear: 'amp', holder: null },
    { op: 'chooseHolder', gear: 'head', holder: null },
    { op: 'setSettings', settings: { dropLimitPct: limit } },
    ...more,
  );

test.each([
  ['3 %', chain(3)],
  ['2 %', chain(2)],
  ['1.5 %, cool insulation', chain(1.5, { op: 'setSettings', settings: { insulation: '60' } })],
  ['8 %: ampacity binds', chain(8)],
  ['metric', chain(2.5, { op: 'setSettings', settings: { conductors: 'iec' } })],
  ['the block far from the battery', chain(3, { op: 'placeGear', id: 'block', place: 'lampShelf' })],
  ['the launch', LAUNCH],
])('no sizes of a shared feed that hold have less copper: %s, against every combination', (_, job) => {
  const { power } = planJob(job);
  const ours = copperOf(power, (id) => power.feeds[id]!.gauge);
  const best = bruteForce(job, power);
  expect(best.odd).toBe(0);
  expect(ours / best.copper).toBeCloseTo(1, 9);
  for (const feed of Object.values(power.feeds)) {
    const main = power.feeds[feed.feeder];
    if (main) expect(isThinner(main.gauge, feed.gauge)).toBe(false);
  }
});

test('the launch: 4 AWG to the block and on to the amplifier, 2.85 %, not 2 AWG behind 6 (27 % less copper)', () => {
  const { feeds } = planJob(LAUNCH).power;
  expect([feeds['block']!.gauge, feeds['amp']!.gauge, feeds['head']!.gauge]).toEqual(['4', '4', '16']);
  expect(feeds['amp']!.states.restFull!.dropPct).toBeCloseTo(2.85, 1);
});

/** The same job with an amplifier whose terminals take no more than this. */
const narrow = (job: Job, maxWire: Gauge): Job =>
  after(
    job,
    { op: 'removeGear', id: 'amp' },
    {
      op: 'addGear',
      id: 'amp',
      item: { ...shelfItem('weir-4-45'), maxWire } as never,
      place: job.gear['amp']!.place,
    },
    ...Object.entries(job.circuits).map(([channel, wiring]): Operation => ({ op: 'wireChannel', channel, wiring })),
    { op: 'feedFrom', gear: 'amp', from: 'block' },
  );
/** A main as long as the branch: what one loses less the other may lose more. */
const TIGHT = chain(
  2,
  { op: 'placeGear', id: 'amp', place: 'underSeat' },
  { op: 'placeGear', id: 'block', place: 'lampShelf' },
);

test.each([
  ['where a thicker main helps it is taken', TIGHT, 'thinner' as const, 0],
  ['where none does it is said', LAUNCH, '8' as const, 1],
])('what terminals take: %s, against every combination', (_, base, size, odd) => {
  const free = planJob(base).power.feeds['amp']!.gauge;
  const job = narrow(base, size === 'thinner' ? thinner(free)! : size);
  const { power, findings } = planJob(job);
  const best = bruteForce(job, power);
  expect(best.odd).toBe(odd);
  expect(copperOf(power, (id) => power.feeds[id]!.gauge) / best.copper).toBeCloseTo(1, 9);
  expect(findings.filter(({ rule }) => rule === 'wire-too-thick').map(({ key }) => key)).toEqual(
    odd ? ['wire-too-thick@feed/amp'] : [],
  );
});

test('a head unit is fused as its maker names it, and its sockets count', () => {
  const { head } = planJob(TOURER_JOB).power.feeds;
  // 1.25 × 0.9 A would be 2 A: the maker names 10 A, and 18 AWG in a warm bundle carries it.
  expect([head!.fuseNeedA, head!.fuseA]).toEqual([10, 10]);
  expect(head!.ampacityA).toBeGreaterThanOrEqual(10);
  const low = after(TOURER_JOB, { op: 'overrule', kind: 'fuse', subject: 'head', value: 2 });
  expect(planJob(low).findings.find((f) => f.rule === 'fuse-below-need')!.reason).toContain('maker');
  const kingcup = shelfItem('kingcup-3') as Extract<Job['gear'][string]['item'], { kind: 'headUnit' }>;
  const charging = after(
    TOURER_JOB,
    { op: 'removeGear', id: 'head' },
    { op: 'addGear', id: 'head', item: { ...kingcup, demand: { ...kingcup.demand, socketA: 2.4 } }, place: 'dash' },
  );
  const before = head!.states.restMusic!.amps;
  expect(planJob(charging).power.feeds['head']!.states.restMusic!.amps - before).toBeCloseTo(2.4, 9);
});
