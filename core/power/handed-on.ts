import { draws } from '../gear/gear';
import type { Job } from '../job/job';
import type { Gauge } from '../tables/conductors';
import { hasReturn } from './resistances';
import { highest, type Powered } from './feeds';

// What later chapters are told of the feeds.

/** The size of each feed, whether its gear's current comes back by its own return, and the size of the common one. */
export const feedGauges = ({ feeds, common }: Powered) => ({
  common: common && { run: common.run, gauge: common.gauge },
  feeds: Object.fromEntries(
    Object.values(feeds).map((feed): [string, { gauge: Gauge; returns: boolean }] => [
      feed.gear,
      { gauge: feed.gauge, returns: hasReturn(feed) },
    ]),
  ),
});

/** The fuses to be fitted, A, by gear: of every new feed that has a place for one. Undefined where none is large enough. */
export const fusesToFit = (job: Job, { feeds }: Powered): Record<string, number | undefined> =>
  Object.fromEntries(
    Object.values(feeds).flatMap(({ gear, family, feeder, fuseA, there }) =>
      !there && (family !== undefined || Object.hasOwn(job.craft.batteries, feeder)) ? [[gear, fuseA] as const] : [],
    ),
  );

/**
 * By source that does not regulate its own: volts with the engine off, and the most it gets at full output, which what
 * it gives goes by. Of others nothing is told, so that a size set moves nothing that they drive.
 */
export const sourceVolts = ({
  feeds,
}: Powered): Readonly<Record<string, { readonly volts: number; readonly most: number; readonly mostIn: string }>> =>
  Object.fromEntries(
    Object.entries(feeds).flatMap(([source, feed]) => {
      const { item } = feed;
      const most = draws(item) && !item.demand.regulated ? highest(feed) : undefined;
      return most ? [[source, { volts: feed.states.restFull!.deviceVolts, most: most.volts, mostIn: most.in }]] : [];
    }),
  );
