import { DEMO_JOBS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { Job } from '#core/job/job';
import { applyAll, type Operation } from '#core/job/operations';

export { DEMO_JOBS };

/** The demo van brought to sixteen speakers and four amplifiers: as much as anybody fits into one craft. */
export function heavyVan(): Job {
  const van = DEMO_JOBS.find((job) => job.id === 'narrow-van')!;
  const accepting = (kind: 'speaker' | 'amplifier') =>
    Object.entries(van.craft.pattern.places).flatMap(([id, place]) => (place.accepts.includes(kind) ? [id] : []));
  const add = (kind: 'speaker' | 'amplifier', item: string, count: number): Operation[] => {
    const places = accepting(kind);
    return Array.from({ length: count }, (_, i) => ({
      op: 'addGear',
      id: `${kind}-${i}`,
      item: shelfItem(item),
      place: places[i % places.length]!,
    }));
  };
  return applyAll({ ...van, id: 'heavy-van', title: 'Heavy van, sixteen speakers and four amplifiers' }, [
    ...add('amplifier', 'weir-4-45', 4),
    ...add('speaker', 'bittern-165', 9),
  ]);
}
