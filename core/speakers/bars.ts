import type { Job } from '../job/job';

/** Each thing a wiring is barred for. The first three no job can let go. */
export const BARS = {
  minimum: 'a load below the least its output allows',
  band: 'a band on an output that cannot keep to it',
  filters: 'two bands on the channels of one filter',
  sides: 'left and right on one output',
  zones: 'two zones on one output',
  alike: 'unlike speakers in series',
  unbridged: 'bridged channels',
  amplifiersOnly: 'the head unit’s own outputs',
  reserved: 'a channel kept for later',
  pinned: 'a speaker taken off the output it is pinned to',
  most: 'more speakers on one output than are allowed',
} as const;
export type Bar = keyof typeof BARS;
export const BAR_IDS = Object.keys(BARS) as Bar[];

/** The bars that stand in this job. */
export function barsOf(job: Job): Bar[] {
  const { wiringRules: rules } = job;
  const chosen = {
    sides: rules.sides,
    zones: rules.zones && Object.keys(job.zones).length > 0,
    alike: rules.alike,
    unbridged: rules.unbridged,
    amplifiersOnly: rules.amplifiersOnly,
    reserved: Object.keys(job.reserved).length > 0,
    pinned: Object.values(job.speakers).some(({ pin }) => pin !== null),
    most: rules.most < MOST,
    minimum: true,
    band: true,
    filters: true,
  } satisfies Record<Bar, boolean>;
  return BAR_IDS.filter((bar) => chosen[bar]);
}

/** More than this on one output, and the wirings of one group alone run to thousands. */
export const MOST = 4;
