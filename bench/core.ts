import { finishedEvents, finishedJob } from '#demo/finished';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { buildState, orderCovers } from '#core/build/index';
import type { Pattern } from '#core/craft/pattern';
import type { GearItem } from '#core/gear/gear';
import { mountOf } from '#core/gear/usual-mount';
import { fitOf } from '#core/mounting/index';
import { cutDrawings } from '#core/drawing/cuts';
import { layBoard, type BoardPiece, type BoardTask } from '#core/panels/board-search';
import { fitAt } from '#core/panels/fitted';
import { cutsPdf } from '#formats/template-pdf';
import { SIDE_BY_SIDE } from '#demo/patterns/side-by-side';
import { jobSheetPdf } from '#formats/job-sheet';
import { benchDrawings } from '#core/benched';
import { planNests } from '#core/harness/index';
import { DEMO_RACK } from '#demo/rack';
import { accessOf, layTogether, proposeRoutes } from '#core/routing/index';
import { accessTo, anyCraft, oneOf, seeded, upTo } from '../tests/support/any-craft';
import { proposeWiring, searchWirings } from '#core/speakers/index';
import { dayFindings, gaugeAlternatives, planDay, solveNetwork, type Network, type PowerPlan } from '#core/power/index';
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

/** A job with the gauge of its heaviest feed and the minutes of its first step set over the plan. */
function overruled(job: Job): Job {
  const { power, build } = planJob(job);
  const feed = heaviestFeed(power);
  const first = build.steps[0];
  return applyAll(job, [
    ...(feed ? [{ op: 'overrule', kind: 'gauge', subject: feed.gear, value: '2' } as const] : []),
    ...(first ? [{ op: 'overrule', kind: 'minutes', subject: first.id, value: 9 } as const] : []),
  ]);
}
const heaviestFeed = ({ feeds }: PowerPlan): PowerPlan['feeds'][string] | undefined =>
  Object.values(feeds)
    .filter(({ run, there }) => run && !there)
    .sort((a, b) => b.fuseNeedA - a.fuseNeedA)[0];

/** Of the demo jobs, each with two overrules, the one that takes longest to plan: found by measuring. */
async function heaviest(): Promise<Job> {
  let found: { job: Job; median: number } | undefined;
  for (const demo of DEMO_JOBS) {
    const job = overruled(demo);
    const { median } = await measure(demo.id, 60, () => planJob({ ...job }));
    if (!found || median > found.median) found = { job, median };
  }
  return found!.job;
}

/** Edits back and forth of a job that is open, on what it has. */
function openEdits(
  job: Job,
): [what: string, edits: readonly [readonly Operation[], readonly Operation[]], limit?: number][] {
  const { power, build, runs } = planJob(job);
  const gear = Object.entries(job.gear);
  const feed = heaviestFeed(power)!.gear;
  const step = build.steps[1]!.id;
  const [battery] = Object.keys(job.craft.batteries);
  // What drives the speakers; the heaviest job may have no amplifier.
  const sources = gear.filter(([, { item }]) => item.kind === 'amplifier' || item.kind === 'headUnit');
  const [source, driving] = sources.find(([, { item }]) => item.kind === 'amplifier') ?? sources[0]!;
  const [speaker, { item }] = gear.find(([, g]) => g.item.kind === 'speaker' && g.place !== null)!;
  const [channel, wiring] = Object.entries(job.circuits)[0]!;
  const lead = runs.find(({ kind, way }) => kind === 'speaker' && way)!.id;
  const places = Object.entries(job.craft.pattern.places).flatMap(([id, { accepts }]) =>
    accepts.includes(driving.item.kind) ? [id] : [],
  );
  const set = (kind: 'gauge' | 'fuse' | 'lead' | 'minutes', subject: string, value: string | number) =>
    [{ op: 'overrule', kind, subject, value } as Operation] as const;
  return [
    ['title', [[{ op: 'setTitle', title: 'a' }], [{ op: 'setTitle', title: 'b' }]], 1],
    ['minutes', [set('minutes', step, 7), set('minutes', step, 8)], 1],
    ['gauge', [set('gauge', feed, '1'), set('gauge', feed, '1/0')], 1],
    ['fuse', [set('fuse', feed, 60), set('fuse', feed, 80)], 1],
    [
      'battery',
      [
        [{ op: 'setBattery', id: battery!, battery: { capacityAh: 80 } }],
        [{ op: 'setBattery', id: battery!, battery: { capacityAh: 90 } }],
      ],
      1,
    ],
    // Not what a battery holds but what volts it gives: every feed is sized anew.
    [
      'volts of a battery',
      [
        [{ op: 'setBattery', id: battery!, battery: { restVolts: 12.5 } }],
        [{ op: 'setBattery', id: battery!, battery: { restVolts: 12.8 } }],
      ],
      1,
    ],
    ['lead of a speaker', [set('lead', lead, '14'), set('lead', lead, '12')]],
    [
      'drop allowed',
      [[{ op: 'setSettings', settings: { dropLimitPct: 3 } }], [{ op: 'setSettings', settings: { dropLimitPct: 4 } }]],
    ],
    [
      'channel wired and cleared',
      [[{ op: 'wireChannel', channel, wiring: null }], [{ op: 'wireChannel', channel, wiring }]],
    ],
    [
      'source moved',
      [
        [{ op: 'placeGear', id: source, place: places[0]! }],
        [{ op: 'placeGear', id: source, place: places[1] ?? null }],
      ],
    ],
    [
      'speaker taken out and put back',
      [
        [{ op: 'removeGear', id: speaker }],
        [
          { op: 'removeGear', id: speaker },
          { op: 'addGear', id: speaker, item, place: job.gear[speaker]!.place },
        ],
      ],
    ],
  ];
}

/** An edit back and forth on a job that is open: its planner keeps what the edit does not touch. */
async function editRow(
  what: string,
  job: Job,
  [one, other]: readonly [readonly Operation[], readonly Operation[]],
  limit?: number,
): Promise<Row> {
  const [a, b] = [applyAll(job, one), applyAll(job, other)];
  const plan = planner();
  let turn = 0;
  return measure(`edit: ${what}`, 200, () => plan(turn++ % 2 ? { ...a } : { ...b }), limit);
}

let measured = 0;
/** The craft of a job with every panel measured anew, so that nothing is known of any. */
function measuredAnew({ craft, gear }: Job): Pick<Job, 'craft' | 'gear'> {
  const panels = Object.fromEntries(
    Object.entries(craft.pattern.places).flatMap(([id, { panel }]) =>
      panel ? [[id, { ...panel, thicknessMm: panel.thicknessMm + ++measured * 1e-7 }]] : [],
    ),
  );
  return { gear, craft: { ...craft, panels } };
}
/** Six pieces with plugs below their body, on a board with a dip: block and switches to both amplifiers, a relay to all. */
const onBoard = (w: number, h: number, plug: number): BoardPiece => {
  const [down, up] = [plug / 2, h + plug / 2];
  return {
    turns: [
      { turnDeg: 0, left: w / 2, right: w / 2, down, up },
      { turnDeg: 90, left: up, right: down, down: w / 2, up: w / 2 },
      { turnDeg: 270, left: down, right: up, down: w / 2, up: w / 2 },
    ],
    air: 20,
  };
};
const SIX: BoardTask = {
  w: 420,
  h: 400,
  blocked: [{ left: 300, right: 400, bottom: 0, top: 60 }],
  pieces: [
    onBoard(120, 80, 36),
    onBoard(110, 80, 36),
    onBoard(80, 50, 30),
    onBoard(60, 40, 20),
    onBoard(64, 40, 20),
    onBoard(40, 30, 10),
  ],
  wires: [
    { a: 2, b: 0, count: 2 },
    { a: 2, b: 1, count: 2 },
    { a: 2, b: 4, count: 2 },
    { a: 3, b: 0, count: 1 },
    { a: 3, b: 1, count: 1 },
    { a: 5, b: 3, count: 3 },
  ],
  leaving: [9, 9, 2, 3, 4, 2],
};

/** Gear of the shelf in the hand: how it would sit on every panel of a craft that takes its kind. */
function ghosts(job: Pick<Job, 'craft' | 'gear'>, item: GearItem): void {
  for (const [id, place] of Object.entries(job.craft.pattern.places))
    if (fitOf(item, place).accepted) fitAt(job, id, mountOf(item));
}

const TEN = { keep: 10, budget: 2_000_000 };

let seed = 0;
/** A craft made up anew each time, with its runs from three hubs. */
function manyRuns(): Parameters<typeof layTogether> {
  const dice = seeded(++seed);
  const pattern = anyCraft(dice, { nodes: 36, legs: 60, covers: 12 });
  const ids = Object.keys(pattern.places);
  const hubs = [0, 1, 2].map(() => oneOf(dice, ids));
  const pulls = Array.from({ length: 40 }, () => ({
    from: oneOf(dice, hubs),
    to: oneOf(dice, ids),
    conductors: 1 + upTo(dice, 3),
  }));
  return [accessTo(pattern, seed % 3 ? 'aside' : 'fished'), pulls, { opened: [] }];
}

export async function coreRows(): Promise<Row[]> {
  const heavy = await heaviest();
  const heavyPlan = planJob(heavy);
  const edits: Row[] = [];
  for (const [what, both, limit] of openEdits(heavy)) edits.push(await editRow(what, heavy, both, limit));
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
    await measure(`planJob, heaviest demo job (${heavy.id}), two overrules`, 200, () => planJob({ ...heavy }), 4),
    ...edits,
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
    await measure('one speaker on one panel, measured anew', 50, () =>
      planJob({ ...TOURER_JOB, ...measuredAnew({ ...TOURER_JOB }), gear: { s: TOURER_JOB.gear['fairing-left']! } }),
    ),
    await measure(
      'a speaker in the hand, all panels of the van measured anew',
      20,
      () => ghosts(measuredAnew(van), shelfItem('bittern-165')),
      30,
    ),
    await measure('board of six, two amplifiers and a dip', 3, () => layBoard(SIX), 2000),
    await measure(
      'templates of the launch, PDF on A4',
      5,
      () => cutsPdf(cutDrawings(launch, planOf(launch)), 'a4', 'T'),
      1000,
    ),
    await measure('job sheet, PDF', 10, () => jobSheetPdf(finished, events, []), 1500),
    await measure('all routes together, 40 runs, 60 legs, 12 covers', 30, () => layTogether(...manyRuns()), 100),
    await measure(
      'bench drawing of the heaviest job, laid out and drawn',
      10,
      () => benchDrawings(heavy, heavyPlan, 'metric', 'full'),
      300,
    ),
    await measure('wire of the heaviest job nested on the demo rack', 10, () =>
      planNests(heavyPlan.cutList, DEMO_RACK, new Map()),
    ),
    await measure('routes of one run, all simple ones', 50, () =>
      proposeRoutes(access, { from: 'battery', to: 'lampShelf', conductors: 1 }, { opened: [] }),
    ),
  ];
}
