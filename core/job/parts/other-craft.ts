import { CHANGED_LISTS, drawnFor } from '../../craft/changes';
import { foundCraft } from '../../craft/own';
import { without } from '../../document/edits';
import { OperationError } from '../../document/fault';
import type { Job } from '../job';
import { craft, gone } from './keys';

/** What is at a place, in words. */
export function atPlace(job: Job, place: string): string[] {
  const { existing, batteries } = job.craft;
  const { batteryPlace, switchedPlace } = drawnFor(job.craft);
  return [
    ...Object.values(job.gear).flatMap((one) => (one.place === place ? [one.item.name] : [])),
    ...Object.values(batteries).flatMap((one) => (one.place === place ? [one.name] : [])),
    ...Object.values(existing).flatMap((one) => (one.place === place ? [one.name] : [])),
    ...Object.values(job.links).flatMap(({ from, to }) =>
      [from, to].some(({ of, port }) => of === place && port === null) ? ['a lead that ends there'] : [],
    ),
    ...Object.values(job.looms).flatMap(({ item, ends }) =>
      Object.values(ends).some(({ to }) => to === place) ? [item.name] : [],
    ),
    ...(batteryPlace === place ? ['the battery posts'] : []),
    ...(switchedPlace === place ? ['the usual switched source'] : []),
  ];
}

/** Covers, places and legs that one craft had and the other has not. */
export function goneBetween(before: Job, after: Job) {
  const [was, is] = [foundCraft(before), foundCraft(after)];
  return CHANGED_LISTS.flatMap((list) =>
    Object.keys(was[list]).flatMap((id) =>
      Object.hasOwn(is[list], id) ? [] : [gone(({ covers: 'cover', places: 'place', legs: 'leg' } as const)[list], id)],
    ),
  );
}

/**
 * A job whose craft is another: of another variant, or of a newer pattern. What was found otherwise of an entry that is
 * no longer drawn is forgotten. Refused while something is at a place that would go, named by what it is.
 */
export function asOtherCraft(op: string, job: Job, part: Partial<Job['craft']>): Job {
  const before = drawnFor(job.craft);
  const other = craft(job, part);
  const now = drawnFor(other.craft);
  if (now === before) return other;
  const changes = Object.fromEntries(
    CHANGED_LISTS.map((list) => [
      list,
      without<unknown>(
        other.craft.changes[list],
        (id) => Object.hasOwn(before[list], id) && !Object.hasOwn(now[list], id),
      ),
    ]),
  ) as Job['craft']['changes'];
  const next = craft(other, { changes });
  const is = foundCraft(next);
  for (const [place, { name }] of Object.entries(foundCraft(job).places)) {
    if (Object.hasOwn(is.places, place)) continue;
    const there = atPlace(next, place);
    if (there.length)
      throw new OperationError(
        op,
        `${there.join(', ')} is at “${name}”, which that craft has not: another place first`,
      );
  }
  return next;
}
