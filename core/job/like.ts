import { mapped } from '../document/edits';
import type { Job } from './job';
import { numbered } from './order';
import { withoutTapes } from './parts/changes';

const notTested = (speakers: Job['speakers']) => mapped(speakers, (choice) => ({ ...choice, oldLeadOhm: null }));

/**
 * A new job on another craft of its kind, with all that one has chosen: gear, wiring, feeds, routes, schools. What was
 * measured of that one craft nobody has measured of this one: circuits are not metered, old leads not tested.
 */
export function jobLike(job: Job, id: string, title: string, customer: string): Job {
  // A tape was held to the ways of that one.
  const { craft } = withoutTapes(job);
  return numbered({
    ...job,
    id,
    title,
    customer,
    seal: null,
    accepted: {},
    // Another box, another craft: what was counted, has come and was metered there is not so here.
    parts: {},
    kits: mapped(job.kits, (kit) => ({ ...kit, lines: mapped(kit.lines, (line) => ({ ...line, has: null })) })),
    gear: mapped(job.gear, (placed) => {
      const { pins } = placed.item;
      return placed.there !== null && pins?.some(({ metered }) => metered)
        ? { ...placed, item: { ...placed.item, pins: pins.map((pin) => ({ ...pin, metered: false })) } }
        : placed;
    }),
    speakers: notTested(job.speakers),
    was: { ...job.was, speakers: notTested(job.was.speakers) },
    craft: {
      ...craft,
      year: null,
      trim: '',
      oldReturns: 'notTested',
      existing: mapped(craft.existing, (circuit) => ({
        ...circuit,
        metered: false,
        offVolts: null,
        accessoryVolts: null,
        runVolts: null,
      })),
    },
  });
}
