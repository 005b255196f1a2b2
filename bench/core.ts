import { finishedEvents, finishedJob } from '#demo/finished';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { buildState, orderCovers } from '#core/build/index';
import type { Pattern } from '#core/craft/pattern';
import { SIDE_BY_SIDE } from '#core/craft/patterns/side-by-side';
import { jobSheetPdf } from '#formats/job-sheet';
import { accessOf, proposeRoutes } from '#core/routing/index';
import { proposeWiring, searchWirings } from '#core/speakers/index';
import { dayFindings, gaugeAlternatives, planDay, solveNetwork, type Network } from '#core/power/index';
import { applyAll, type Operation } from '#core/job/operations';
import { planJob, planner } from '#core/plan';
import type { Job } from '#core/job/job';
import { measure, type Row } from './measure';
import { planOf } from '#core/shown';

/** A ladder of blocks and constant-power loads with `nodes` nodes. */
function ladder(nodes: number): Network {
  const rungs = Math.floor(nodes / 2);
  return {
    ground: 'g',
    supplies: [{ name: 'battery', node: 'n0', volts: 12.7, ohm: 0.005 }],
    resistors: Array.from({ length: rungs }, (_, i) => [
      { name: `a${i}`, a: `n${i}`, b: `n${i + 1}`, ohm: 0.001 },
      { name: `b${i}`, a: `n${i + 1}`, b: `d${i}`, ohm: 0.01 },
    ]).flat(),
    loads: Array.from({ length: rungs }, (_, i) => ({
      name: `l${i}`,
      plus: `d${i}`,
      minus: 'g',
      watts: 4,
      amps: 0.05,
      siemens: 0,
    })),
  };
}

/** Eight speakers, four a side, on the amplifier's four channels and the head unit's four. */
function eightSpeakers(): Job {
  const places = ['fairing', 'pannier', 'guard', 'fairing'];
  const gear = { ...TOURER_JOB.gear };
  for (const id of Object.keys(gear)) if (gear[id]!.item.kind === 'speaker') delete gear[id];
  places.forEach((place, i) => {
    for (const side of ['Left', 'Right'])
      gear[`s${i}${side}`] = { item: shelfItem('bittern-165'), itemHash: '', place: `${place}${side}`, there: null };
  });
  return { ...TOURER_JOB, gear, circuits: {} };
}

/** Twelve speakers of three models, six a side, on three sources of four channels. */
function twelveSpeakers(): Job {
  const gear: Job['gear'] = {};
  const put = (id: string, item: string, place: string) =>
    (gear[id] = { item: shelfItem(item), itemHash: '', place, there: null });
  put('a', 'weir-4-45', 'lampShelf');
  put('b', 'weir-4-100', 'lampShelf');
  put('h', 'kingcup-3', 'dash');
  ['fairing', 'pannier', 'guard', 'fairing', 'pannier', 'guard'].forEach((place, i) => {
    for (const side of ['Left', 'Right'])
      put(`s${i}${side}`, ['bittern-165', 'wren-100', 'heron-165'][i % 3]!, `${place}${side}`);
  });
  return { ...TOURER_JOB, gear, circuits: {}, feeds: {}, speakers: {} };
}

/** Thirteen covers none of which waits for another: the most for which every order is weighed. */
function manyCovers(): [Pattern, Record<string, 'off'>] {
  const drawn = Object.values(SIDE_BY_SIDE.covers).filter(({ states }) => states.off);
  const covers = Object.fromEntries(
    Array.from({ length: 13 }, (_, i) => {
      const cover = drawn[i % drawn.length]!;
      return [`c${i}`, { ...cover, states: { off: { ...cover.states.off!, after: {} } } }];
    }),
  );
  return [{ ...SIDE_BY_SIDE, covers }, Object.fromEntries(Object.keys(covers).map((id) => [id, 'off' as const]))];
}

/** The launch, the heaviest demo job, with a gauge and minutes set over the plan. */
function overruledLaunch(): Job {
  const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
  return applyAll(launch, [
    { op: 'overrule', kind: 'gauge', subject: 'amp', value: '2' },
    { op: 'overrule', kind: 'minutes', subject: 'isolate:battery', value: 9 },
  ]);
}

/** An edit back and forth on a job that is open: its planner keeps what the edit does not touch. */
async function editRow(what: string, job: Job, [one, other]: [Operation, Operation], limit?: number): Promise<Row> {
  const [a, b] = [applyAll(job, [one]), applyAll(job, [other])];
  const plan = planner();
  let turn = 0;
  return measure(`edit: ${what}`, 200, () => plan(turn++ % 2 ? { ...a } : { ...b }), limit);
}

const TEN = { keep: 10, budget: 2_000_000 };

export async function coreRows(): Promise<Row[]> {
  const heavy = overruledLaunch();
  const title = (words: string): Operation => ({ op: 'setTitle', title: words });
  const minutes = (n: number): Operation => ({ op: 'overrule', kind: 'minutes', subject: 'isolate:battery', value: n });
  const gauge = (size: '1' | '1/0'): Operation => ({ op: 'overrule', kind: 'gauge', subject: 'amp', value: size });
  const fuse = (amps: number): Operation => ({ op: 'overrule', kind: 'fuse', subject: 'amp', value: amps });
  const battery = (capacityAh: number): Operation => ({ op: 'setBattery', id: 'battery', battery: { capacityAh } });
  const PLACES = Object.entries(heavy.craft.pattern.places).flatMap(([id, { accepts }]) =>
    accepts.includes('amplifier') ? [id] : [],
  );
  const move = (place: string): Operation => ({ op: 'placeGear', id: 'amp', place });
  const eight = eightSpeakers();
  const access = accessOf(TOURER_JOB);
  const twelve = twelveSpeakers();
  const hundred = ladder(100);
  const events = finishedEvents((file) => file);
  const finished = finishedJob(events.length);
  const demo = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
  const van = demo('narrow-van');
  const night = { name: 'Night', hours: 15, engine: 'off', listening: 'off', otherA: 2 } as const;
  const bank = demo('river-launch');
  const launch = { ...bank, day: { ...bank.day, segments: [...bank.day.segments, night] } };
  const [vanPower, launchPower] = [planJob(van).power, planJob(launch).power];
  const amplifier = launchPower.feeds['amp']!;
  const { build } = planOf(finished);
  const [pattern, open] = manyCovers();
  return [
    await measure('planJob, tourer', 300, () => planJob(TOURER_JOB)),
    await measure('planJob, heaviest demo job, two overrules', 200, () => planJob({ ...heavy }), 4),
    await editRow('title', heavy, [title('a'), title('b')], 1),
    await editRow('minutes', heavy, [minutes(7), minutes(8)], 1),
    await editRow('gauge', heavy, [gauge('1'), gauge('1/0')], 1),
    await editRow('fuse', heavy, [fuse(60), fuse(80)], 1),
    await editRow('battery', heavy, [battery(80), battery(90)], 1),
    await editRow('amplifier moved', heavy, [move(PLACES[0]!), move(PLACES[1]!)]),
    await measure('feed network, 100 nodes', 100, () => solveNetwork(hundred), 1),
    await measure('24 h endurance, van: two batteries, charger, sun', 20, () => planDay(van, vanPower), 50),
    await measure('24 h endurance, launch: two banks', 20, () => planDay(launch, launchPower), 50),
    await measure('findings of the day, launch: two banks', 20, () => dayFindings(launch, launchPower)),
    await measure('sizes beside the planned one', 20, () => gaugeAlternatives(launch, launchPower, amplifier)),
    await measure(
      'wiring proposal, 4 speakers on 8 channels',
      10,
      () => proposeWiring({ ...TOURER_JOB, circuits: {} }, () => 0.05),
      50,
    ),
    await measure('best wiring, 8 speakers on 8 channels', 20, () => searchWirings(eight, () => 0.05, TEN), 50),
    await measure('best wiring, 12 on 12, three models', 10, () => searchWirings(twelve, () => 0.05, TEN), 1000),
    await measure('the same with what bars better ones, 8 on 8', 5, () => proposeWiring(eight, () => 0.05)),
    await measure('order of covers, 13 free ones', 10, () => orderCovers({ ...pattern }, open)),
    await measure(`build record, ${events.length} events`, 100, () => buildState(build, events)),
    await measure('job sheet, PDF', 10, () => jobSheetPdf(finished, events, []), 1500),
    await measure('routes of one run, all simple ones', 50, () => proposeRoutes(access, 'battery', 'lampShelf', 1, {})),
  ];
}
