import type { Station } from '#core/findings/finding';

export const STATION_NAMES: Record<Station, string> = {
  gear: 'Gear',
  speakers: 'Speakers',
  power: 'Power',
  routing: 'Routing',
};

/** Number of a station in the order of the work; those between are not built yet. */
export const STATION_NUMBERS: Record<Station, number> = { gear: 2, speakers: 4, power: 5, routing: 6 };
