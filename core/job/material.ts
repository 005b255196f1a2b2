import { foundCraft } from '../craft/own';
import type { Place } from '../craft/place';
import type { Material } from '../tables/materials';
import type { Job } from './job';

/** What gear is screwed into at a place: the pattern's material, the job's own where the hull is another. */
export function materialOf({ craft }: Pick<Job, 'craft'>, place: Place): Material | undefined {
  const { hull, pattern } = craft;
  return hull !== null && place.material === pattern.hull ? hull : place.material;
}

/** Glass fibre, with gelcoat or bare: it is drilled in its own way, and its dust is not breathed. */
export const isFibre = (material: Material | undefined): boolean => material === 'gelcoat' || material === 'fibre';

/** How a bit is turned in glass fibre, by the workshop's method; nothing in anything else. */
export function reverseWords(material: Material | undefined, method: 'gelcoat' | 'through'): string {
  if (!isFibre(material)) return '';
  return method === 'through'
    ? 'Glass fibre: bit in reverse all the way through.'
    : `Glass fibre: bit in reverse through the ${material === 'gelcoat' ? 'gelcoat' : 'first layer'} only, then forward.`;
}

/** Whether a craft has glass fibre where gear goes, or nobody has said what it is made of. */
export function hasFibre(job: Pick<Job, 'craft'>): boolean {
  const { kind } = job.craft.pattern;
  const { places } = foundCraft(job);
  const known = Object.values(places).map((place) => materialOf(job, place));
  const silent = known.every((material) => material === undefined);
  return silent ? kind === 'boat' || kind === 'recreationalVehicle' : known.some(isFibre);
}
