import { EXPOSURE_ASKS, type Place } from '../craft/place';
import { passesOn, type GearItem } from '../gear/gear';

export interface Fit {
  /** The place takes gear of this kind. */
  readonly accepted: boolean;
  /** How far the item stands out of the free room, mm per direction; zero fits. */
  readonly over: { readonly w: number; readonly h: number; readonly d: number };
  /** The item's sizes across, up and in, the way round it is taken to lie, mm. */
  readonly as: { readonly w: number; readonly h: number; readonly d: number };
  /** Largest of `over`, mm. */
  readonly worstMm: number;
  /** Water digits the place asks for, any one of which would do; empty when the item answers. */
  readonly waterAsked: readonly number[];
  readonly good: boolean;
}

const ORDERS = [
  ['w', 'h', 'd'],
  ['w', 'd', 'h'],
  ['h', 'w', 'd'],
  ['h', 'd', 'w'],
  ['d', 'w', 'h'],
  ['d', 'h', 'w'],
] as const;

/** Antennas, sockets, modules and the like: no pattern keeps a place for them, and each goes where there is room. */
const belongsToIt = ({ kind }: GearItem): boolean => kind === 'accessory' || kind === 'device';

/** Amplifiers, boxes and fuse holders have no face that must be seen: they lie any way round. */
export const liesFreely = (item: GearItem): boolean =>
  item.kind === 'amplifier' ||
  item.kind === 'fuseHolder' ||
  belongsToIt(item) ||
  (item.kind === 'enclosure' && item.form === 'box') ||
  passesOn(item);

/**
 * How an item sits in a place. Amplifiers, boxes, fuse holders and what passes power on may lie any way round, and the
 * way that stands out least is taken; a head unit or speaker faces the way the place faces. What is `inside` an enclosure
 * there takes up none of its room.
 */
export function fitOf(item: GearItem, place: Place, inside = false): Fit {
  const candidates = (liesFreely(item) ? ORDERS : [ORDERS[0]]).map(([w, h, d]) => {
    const as = { w: item.size[w], h: item.size[h], d: item.size[d] };
    const over = {
      w: inside ? 0 : Math.max(0, as.w - place.room.w),
      h: inside ? 0 : Math.max(0, as.h - place.room.h),
      d: inside ? 0 : Math.max(0, as.d - place.room.d),
    };
    return { as, over, worstMm: Math.max(over.w, over.h, over.d) };
  });
  const { as, over, worstMm } = candidates.reduce((best, next) => (next.worstMm < best.worstMm ? next : best));
  const asks = EXPOSURE_ASKS[place.exposure];
  const proven: readonly number[] = place.wet === 'back' ? (item.bodyWater ?? item.water) : item.water;
  const waterAsked = asks.length && !asks.some((digit) => proven.includes(digit)) ? asks : [];
  // Patterns drawn before such pieces were known keep a place for amplifiers.
  const accepted =
    inside ||
    place.accepts.includes(item.kind) ||
    (belongsToIt(item) && place.accepts.length > 0) ||
    (passesOn(item) && place.accepts.includes('amplifier')) ||
    (item.kind === 'enclosure' && place.accepts.includes('speaker'));
  return { accepted, over, as, worstMm, waterAsked, good: accepted && worstMm === 0 && waterAsked.length === 0 };
}

/**
 * Places that take an item, the best fit first: good ones, then least standing out; `taken` go last. A speaker goes into
 * an enclosure at those that have a seat free.
 */
export function rankPlaces(
  item: GearItem,
  places: Readonly<Record<string, Place>>,
  taken: ReadonlySet<string>,
  seats: ReadonlyMap<string, unknown> = new Map(),
) {
  const seated = (id: string) => item.kind === 'speaker' && seats.has(id);
  return Object.entries(places)
    .map(([id, place]) => ({ id, place, fit: fitOf(item, place, seated(id)), taken: taken.has(id) && !seated(id) }))
    .filter(({ fit }) => fit.accepted)
    .sort(
      (a, b) =>
        Number(a.taken) - Number(b.taken) ||
        Number(b.place.accepts.includes(item.kind)) - Number(a.place.accepts.includes(item.kind)) ||
        a.fit.worstMm - b.fit.worstMm ||
        a.fit.waterAsked.length - b.fit.waterAsked.length,
    );
}
