import fc from 'fast-check';
import { DEMO_JOBS } from '#demo/jobs';
import { anyJob } from '../tests/support/any-job';
import { connect } from './connections/wiring';
import { sourcesOf } from './connections/signal';
import { OperationError } from './document/fault';
import type { Job } from './job/job';
import { applyAll, type Operation } from './job/operations';
import { planJob } from './plan';
import { outputsOf, type Circuit } from './speakers/index';
import { wiringTrials } from './what-if';

/** As the panel does: a wiring that a job will not have is not asked about. */
function edited(job: Job, operations: readonly Operation[]): Job | undefined {
  try {
    return applyAll(job, operations);
  } catch (error) {
    if (error instanceof OperationError) return undefined;
    throw error;
  }
}
const leads = (circuit?: Circuit) => circuit?.speakers.map(({ gear, leadOhm }) => [gear, leadOhm]);

/** Asks of the first speakers on outputs of every source, and holds the answers against the plan; how many there were. */
function compared(job: Job, speakers: number, outputs: number): number {
  const trial = wiringTrials(job, planJob(job));
  let count = 0;
  const asked = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
  for (const speaker of asked.slice(0, speakers))
    for (const [source, item] of sourcesOf(job))
      for (const { key } of outputsOf(source, item).slice(0, outputs))
        for (const joining of ['parallel', 'series'] as const) {
          const edits = connect(job, speaker, key, joining);
          const after = edited(job, edits);
          if (!after) continue;
          const said = trial(edits).circuits[key];
          const planned = planJob(after).speakers.circuits[key];
          expect([said?.loadOhm, leads(said)]).toEqual([planned?.loadOhm, leads(planned)]);
          // Volts at a source that does not hold its own move with what it drives; here they are as they were.
          if (item.demand.regulated) expect(said?.watts).toBe(planned?.watts);
          count++;
        }
  return count;
}

describe('what a wiring is said to come to is what the job is planned to with it', () => {
  test.each(DEMO_JOBS.filter((job) => Object.keys(job.circuits).length).map((job) => [job.title, job] as const))(
    '%s',
    (_, job) => {
      expect(compared({ ...job, seal: null }, 8, 8)).toBeGreaterThan(10);
    },
  );

  test('made jobs: every craft, gear kept and bypassed, zones, leads of one’s own', () => {
    const counts = fc.sample(anyJob, { numRuns: 25, seed: 1311 }).map(({ job }) => compared(job, 2, 3));
    expect(counts.filter((count) => count > 0).length).toBeGreaterThan(8);
  });
});
