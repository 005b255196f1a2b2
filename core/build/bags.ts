import type { OpenedCover } from './teardown';

/** The bag that each cover’s fasteners go into, numbered as covers come off. */
export function bagsOf(covers: readonly OpenedCover[]): ReadonlyMap<string, number> {
  const bags = new Map<string, number>();
  for (const { cover, way } of covers) if (Object.keys(way.fasteners).length) bags.set(cover, bags.size + 1);
  return bags;
}
