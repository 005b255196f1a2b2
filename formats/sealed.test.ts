import { readFileSync, readdirSync } from 'node:fs';
import fc from 'fast-check';
import { finishedEvents, finishedJob } from '#demo/finished';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { DocumentError } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { sealOf } from '#core/job/seal';
import { PLANNER_VERSION, planJob } from '#core/plan';
import { readJob } from '#core/read-job';
import { summarise } from '#core/summary';
import { anyJob } from '../tests/support/any-job';
import { fastenersCsv } from './csv';
import { cutListCsv } from './harness-csv';
import { drawingSvg } from './drawing';
import { jobSheetPdf } from './job-sheet';
import { circuitsNetlist } from './spice';
import { planOf } from '#core/shown';
import { contentHash } from '#core/document/hash';

const sealed = (job: Job, plan: unknown = planJob(job)): unknown => {
  const seal = sealOf(plan as { planner: string }, '2026-11-25T08:00:00.000Z', 'Tester', 0);
  return JSON.parse(JSON.stringify({ ...job, seal }));
};
const problems = (input: unknown): string[] => {
  try {
    readJob(input);
    return [];
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return error.problems.map(({ path, expected }) => `${path}: ${expected}`);
  }
};

test('a plan that was made here is taken sealed: of every demo job, and of 25 random jobs', () => {
  for (const job of DEMO_JOBS) expect(problems(sealed(job))).toEqual([]);
  expect(problems(finishedJob(3))).toEqual([]);
  fc.assert(
    fc.property(anyJob, ({ job }) => {
      expect(problems(sealed(job))).toEqual([]);
    }),
    { numRuns: 25, seed: 12 },
  );
});

// Written by the commits that had these planners.
test.each(readdirSync('tests/sealed'))(
  '%s, really sealed then, is taken, listed, drawn and put on a sheet',
  async (file) => {
    const job = readJob(JSON.parse(readFileSync(`tests/sealed/${file}`, 'utf8')));
    const plan = planOf(job);
    expect(summarise(job, [])).toMatchObject({ next: 'Handed over', sealedAt: job.seal!.at });
    expect(cutListCsv(job, plan).split('\n').length).toBeGreaterThan(1);
    expect(drawingSvg(job, plan)).toMatch(/^<svg /);
    expect((await jobSheetPdf(job, [], [])).length).toBeGreaterThan(10_000);
  },
);

test('a plan that was made up is refused by its path', () => {
  expect(problems(sealed(TOURER_JOB, { planner: '0.5.0', runs: [], findings: [] }))).toEqual([
    'seal.plan: expected a plan as planner 0.5.0 makes them',
  ]);
  expect(problems(sealed(TOURER_JOB, { planner: PLANNER_VERSION, runs: [], findings: [] }))).toContain(
    'seal.plan.ledger: expected this member; it is missing',
  );
  expect(problems(sealed(TOURER_JOB, { planner: '0.2.0', runs: [null], findings: [null] }))).toEqual([
    'seal.plan: expected a plan as planner 0.2.0 makes them',
  ]);
  const plan = planJob(TOURER_JOB);
  const ghost = { ...plan, power: { ...plan.power, feeds: { toString: plan.power.feeds['amp'] } } };
  expect(problems(sealed(TOURER_JOB, ghost))).toEqual([
    'seal.plan.power.feeds.toString: expected gear of this job, not toString',
  ]);
});

test('what a sealed plan names must be in its job and its craft', () => {
  const plan = planJob(TOURER_JOB);
  const [run, ...runs] = plan.runs;
  const way = { ...run!.way!, legs: [...run!.way!.legs, 'nowhere'] };
  expect(problems(sealed(TOURER_JOB, { ...plan, runs: [{ ...run, way }, ...runs] }))).toEqual([
    'seal.plan.runs.0.way.legs: expected legs of this craft, not nowhere',
  ]);
  const { teardown } = plan.build;
  const covers = teardown.covers.map((opened) => ({ ...opened, cover: 'lid' }));
  expect(
    problems(sealed(TOURER_JOB, { ...plan, build: { ...plan.build, teardown: { ...teardown, covers } } })),
  ).toContain('seal.plan.build.teardown.covers.0: expected a cover of this craft, not lid');
  const [key, circuit] = Object.entries(plan.speakers.circuits)[0]!;
  const circuits = { [key]: { ...circuit, speakers: [{ ...circuit.speakers[0]!, gear: 'ghost' }] } };
  expect(problems(sealed(TOURER_JOB, { ...plan, speakers: { ...plan.speakers, circuits } }))).toEqual([
    `seal.plan.speakers.circuits.${key}: expected gear of this job, not ghost`,
  ]);
});

/** Every place in a value that holds something, as a path. */
function* places(value: unknown, path: readonly string[] = []): Generator<readonly string[]> {
  if (path.length) yield path;
  if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) yield* places(inner, [...path, key]);
}
function withAt(value: unknown, [key, ...rest]: readonly string[], put: unknown): unknown {
  if (key === undefined) return put;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string, unknown>;
  copy[key] = withAt(copy[key], rest, put);
  if (copy[key] === undefined && !Array.isArray(copy)) delete copy[key];
  return copy;
}

test('whatever one thing in a sealed plan is made into: it is refused, or everything that reads it still can', async () => {
  const events = finishedEvents(() => '0'.repeat(64));
  const job = finishedJob(events.length);
  const plan = JSON.parse(JSON.stringify(planOf(job))) as object;
  const all = [...places(plan)];
  const wrong = [null, {}, [], 'x', -1, undefined, [null], { a: null }];
  let taken = 0;
  let refused = 0;
  const failed: string[] = [];
  for (let n = 0; n < 80; n++) {
    // Spread over the whole plan by a step that shares no factor with its length.
    const path = all[(n * 7919) % all.length]!;
    const put = wrong[n % wrong.length];
    const changed = withAt(plan, path, put) as { planner: string };
    const seal = { ...job.seal!, plan: changed, hash: contentHash(changed) };
    let read: Job;
    try {
      read = readJob(JSON.parse(JSON.stringify({ ...job, seal })));
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      refused++;
      continue;
    }
    taken++;
    try {
      const of = planOf(read);
      summarise(read, events);
      cutListCsv(read, of);
      fastenersCsv(read, of, events);
      drawingSvg(read, of);
      circuitsNetlist(read, of);
      if (n % 8 === 0) await jobSheetPdf(read, events, []);
    } catch (error) {
      failed.push(`${path.join('.')} as ${JSON.stringify(put)}: ${(error as Error).message}`);
    }
  }
  expect(failed).toEqual([]);
  expect(taken).toBeGreaterThan(10);
  expect(refused).toBeGreaterThan(20);
});
