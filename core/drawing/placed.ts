import type { Place } from '../craft/place';
import type { GearItem } from '../gear/gear';
import { craftOf } from '../craft/own';
import type { Pattern } from '../craft/pattern';
import type { Job } from '../job/job';
import type { ViewName } from './projection';

/** Gear that has a place and stays there, on the craft as it is shown, farthest from the reader first: the side view is seen from the right, the top from above. */
export function placedGear(
  job: Job,
  view: ViewName,
  { places }: Pick<Pattern, 'places'> = craftOf(job),
): { id: string; item: GearItem; place: Place }[] {
  const near = ({ at }: Place) => (view === 'side' ? -at[1] : at[2]);
  return Object.entries(job.gear)
    .flatMap(([id, { item, place, there }]) =>
      place === null || there === 'out' ? [] : [{ id, item, place: places[place]! }],
    )
    .sort((a, b) => near(a.place) - near(b.place));
}
