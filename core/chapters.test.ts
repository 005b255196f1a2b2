import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { loom } from '#demo/making-jobs';
import { anyJob } from '../tests/support/any-job';
import { shapeOf } from '../tests/support/shape';
import { contentHash } from './document/hash';
import type { Job } from './job/job';
import { applyAll } from './job/operations';
import { overrule } from './job/parts/overrules';
import { CHAPTERS, planJob, type Plan } from './plan';
import { upgradePlan } from './plan-upgrade';

/** What of a plan each chapter makes, as it is sealed. */
const MADE: Readonly<Record<string, readonly (keyof Plan)[]>> = {
  intake: ['wishes'],
  mounting: ['mounts', 'boards'],
  signal: ['inputs'],
  speakers: ['speakers', 'splices'],
  power: ['power', 'turnOn', 'keyOff', 'isolation', 'terminals'],
  routing: ['runs', 'looms'],
  harness: ['cutList', 'bundles', 'pins', 'links', 'parts'],
  build: ['build', 'minutes'],
};
const RECORD = 'tests/support/chapter-shapes.json';
type Record_ = Record<string, { readonly hash: string; readonly shape: readonly string[] }>;

const rich = (job: Job): Job => {
  const plan = planJob(job);
  const feed = Object.values(plan.power.feeds).find(({ run }) => run);
  const way = plan.runs.find((run) => run.way);
  return applyAll(job, [
    ...(feed ? [overrule('gauge', feed.gear, feed.gauge), overrule('fuse', feed.gear, 30)] : []),
    ...(way ? [overrule('way', way.id, way.way!.legs as string[])] : []),
  ]);
};
/** A speaker swapped for one like it: the holes of its screws serve. */
const swapped = (job: Job): Job => {
  const [id, { item, place }] = Object.entries(job.gear).find(([, { item: one }]) => one.kind === 'speaker')!;
  return applyAll(job, [
    { op: 'setThere', id, there: 'out' },
    { op: 'addGear', id: 'like-it', item, place },
    { op: 'takeOver', of: id, by: 'like-it' },
  ]);
};
const JOBS = [
  ...DEMO_JOBS,
  swapped(TOURER_JOB),
  ...DEMO_JOBS.map(rich),
  // A feed that comes by a loom.
  applyAll(TOURER_JOB, [loom('loom', 'towpath-feed-loom', { start: 'amp', battery: 'battery' })]),
  ...fc.sample(anyJob, { numRuns: 60, seed: 251127 }).map(({ job }) => job),
];
const idsOf = ({ gear, zones, craft }: Job): string[] =>
  [gear, zones, craft.batteries, craft.ties, craft.existing, craft.memories, craft.lamps]
    .concat([craft.pattern.covers, craft.pattern.places, craft.pattern.legs] as never[])
    .flatMap((map) => Object.keys(map));
const IDS = new Set(['alternator', 'shore', ...JOBS.flatMap(idsOf)]);
const PLANS = JOBS.map(planJob);
/** Ids of jobs and patterns, and keys made of several. */
const isId = (key: string) => IDS.has(key) || /[^A-Za-z]/.test(key);

test('every part of a plan belongs to a chapter, or lies between them', () => {
  const made = Object.values(MADE).flat();
  const between = ['planner', 'chapters', 'tags', 'proposals', 'overrules', 'findings', 'ledger'];
  expect([...made, ...between].sort()).toEqual(Object.keys(planJob(DEMO_JOBS[0]!)).sort());
  expect(CHAPTERS.map(({ id }) => id)).toEqual(Object.keys(MADE));
});

/**
 * A seal keeps what a chapter made. Where that changes shape, the chapter's version is raised and what older plans hold
 * is brought up to it in its `upgrade`; then `RECORD_SHAPES=1 npx jest core/chapters` writes down the new one.
 */
test.each(CHAPTERS.filter(({ id }) => MADE[id]!.length))('what $id makes has the shape of its version', (chapter) => {
  // As a seal keeps it.
  const values = JSON.parse(
    JSON.stringify(
      PLANS.map((plan) => Object.fromEntries(MADE[chapter.id]!.map((part) => [part, plan[part]]))),
      // How gear sits is the shelf's, not the plan's.
      (key, value: unknown) => (key === 'mount' ? undefined : value),
    ),
  ) as unknown[];
  const shape = shapeOf(values, isId);
  const record = (existsSync(RECORD) ? JSON.parse(readFileSync(RECORD, 'utf8')) : {}) as Record_;
  const key = `${chapter.id} ${chapter.version}`;
  if (process.env['RECORD_SHAPES']) {
    record[key] = { hash: contentHash(shape), shape };
    writeFileSync(RECORD, `${JSON.stringify(record, undefined, 1)}\n`);
  }
  expect(record[key]?.shape).toEqual(shape);
  expect(record[key]!.hash).toBe(contentHash(shape));
});

test('a plan of this version is read as it is, and one of an older chapter by that chapter alone', () => {
  const plan = planJob(DEMO_JOBS[0]!);
  expect(upgradePlan(plan)).toBe(plan);
  const old: Plan = { ...plan, chapters: { ...plan.chapters, build: 1 } };
  const raised = upgradePlan(old);
  expect(raised.build.steps.every(({ ends }) => ends.length === 0)).toBe(true);
  for (const part of ['runs', 'power', 'speakers', 'inputs'] as const) expect(raised[part]).toBe(plan[part]);
});

test('a plan sealed before its gear had a place in the craft is read without; its wires end in the middle of theirs', () => {
  const plan = planJob(DEMO_JOBS[0]!);
  const old: Plan = {
    ...plan,
    chapters: { ...plan.chapters, mounting: 2, routing: 2 },
    runs: plan.runs.map(({ plugsMm: _, ...run }) => run as Plan['runs'][number]),
  };
  const raised = upgradePlan(old);
  expect([raised.mounts, raised.boards]).toEqual([{}, {}]);
  expect(raised.runs.map(({ plugsMm, cutMm, fished }) => [plugsMm, cutMm, fished])).toEqual(
    plan.runs.map(({ cutMm, fished }) => [0, cutMm, fished]),
  );
  expect(plan.runs.some(({ fished, plugsMm }) => fished.length > 0 || plugsMm !== 0)).toBe(true);
});
