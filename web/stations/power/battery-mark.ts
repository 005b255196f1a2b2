import { batteryIds } from '#core/connections/feeding';
import type { Job } from '#core/job/job';

/** Short mark of a battery, where there is more than one. */
export function batteryMark(job: Job, id: string): string {
  const ids = batteryIds(job);
  return ids.length > 1 ? `B${ids.indexOf(id) + 1}` : '';
}
