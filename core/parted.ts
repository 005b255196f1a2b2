import { carriedBy, planPartings, type Parting } from './harness/index';
import type { Job } from './job/job';
import type { Plan } from './plan';

/** The plugs of a planned job that its new wires part at, where something of the craft lifts off. */
export function partingsOf(job: Job, { runs, power, speakers }: Pick<Plan, 'runs' | 'power' | 'speakers'>): Parting[] {
  const carried = carriedBy(runs, { feeds: power.feeds, common: power.common, circuits: speakers.circuits });
  return planPartings(job, runs, carried);
}
