import type { Place } from '../craft/pattern';
import type { GearItem } from '../gear/gear';
import { add, cross, dot, scale, sub, unit, type Vec3 } from '../units/vectors';
import { fitOf, liesFreely } from './fit';

/** Gear as it sits in a place: a box, or a round body along `out`, in craft millimetres. */
export interface Seat {
  /** Middle of the body. */
  readonly centre: Vec3;
  /** Unit vectors of the place: to the side, up along its face, and out of it towards who looks at it. */
  readonly across: Vec3;
  readonly up: Vec3;
  readonly out: Vec3;
  /** Sizes along across, up and out, mm. */
  readonly size: { readonly w: number; readonly h: number; readonly d: number };
  readonly round: boolean;
}

/** A face this near to level has no upward edge of its own; the craft's forward edge stands for it. */
const LEVEL = 0.999;

/**
 * Where an item sits in a place: what has a face is flush with the front of the free room, so that what is
 * too deep stands out at the back; what lies freely rests on its floor, turned the way it fits best.
 */
export function seatOf(item: GearItem, place: Place): Seat {
  const out = unit(place.faces);
  const upright: Vec3 = Math.abs(out[2]) > LEVEL ? [1, 0, 0] : [0, 0, 1];
  const up = unit(sub(upright, scale(out, dot(upright, out))));
  const across = cross(up, out);
  const size = fitOf(item, place).as;
  const { room } = place;
  const free = liesFreely(item);
  const centre = add(place.at, free ? scale(up, (size.h - room.h) / 2) : scale(out, (room.d - size.d) / 2));
  const round = item.kind === 'speaker' || (item.kind === 'headUnit' && item.size.w === item.size.h);
  return { centre, across, up, out, size, round };
}
