import type { Station } from '#core/findings/finding';

export const STATION_NAMES: Record<Station, string> = {
  intake: 'Intake',
  gear: 'Gear',
  speakers: 'Speakers',
  power: 'Power',
  routing: 'Routing',
  build: 'Build',
  handover: 'Hand over',
};

/** Number of a station in the order of the work; those between are not built yet. */
export const STATION_NUMBERS: Record<Station, number> = {
  intake: 1,
  gear: 2,
  speakers: 4,
  power: 5,
  routing: 6,
  build: 7,
  handover: 10,
};

/** The key that, with Alt, goes there: the number's last digit. */
export const stationKey = (station: Station): string => String(STATION_NUMBERS[station] % 10);
