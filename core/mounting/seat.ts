import { frameOf, pointIn, type Frame } from '../craft/frame';
import type { Place } from '../craft/place';
import type { GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import type { Fitted } from '../panels/fitted';
import { pieceOf } from '../panels/piece';
import { add, scale, type Vec3 } from '../units/vectors';
import { fitOf, liesFreely } from './fit';

/** Gear as it sits in a place: a box, or a round body along `out`, in craft millimetres. */
export interface Seat extends Frame {
  /** Middle of the body. */
  readonly centre: Vec3;
  /** Sizes along across, up and out, mm. */
  readonly size: { readonly w: number; readonly h: number; readonly d: number };
  readonly round: boolean;
}

const isRound = (item: GearItem) =>
  item.kind === 'speaker' || (item.kind === 'headUnit' && item.size.w === item.size.h);

/**
 * Where an item sits in a place: as it is fitted on a panel that somebody has measured. Else what has a face is flush
 * with the front of the free room, so that what is too deep stands out at the back, and what lies freely rests on its
 * floor, turned the way it fits best.
 */
export function seatOf(item: GearItem, place: Place, fitted?: Fitted): Seat {
  if (fitted && fitted.panel !== 'usual') return seatOn(item, fitted);
  const frame = frameOf(place);
  const size = fitOf(item, place).as;
  const { room } = place;
  const off = liesFreely(item) ? scale(frame.up, (size.h - room.h) / 2) : scale(frame.out, (room.d - size.d) / 2);
  return { ...frame, centre: add(place.at, off), size, round: isRound(item) };
}

function seatOn(item: GearItem, { at, lying, material, frame }: Fitted): Seat {
  const { face, solids } = pieceOf(mountOf(item), lying, material);
  const bodies = solids.filter(({ what }) => what === 'body');
  const boxes = [face, ...bodies.map(({ contour }) => contour)];
  const [left, right] = [Math.min(...boxes.map((b) => b.left)), Math.max(...boxes.map((b) => b.right))];
  const [bottom, top] = [Math.min(...boxes.map((b) => b.bottom)), Math.max(...boxes.map((b) => b.top))];
  const [from, to] = [Math.min(...bodies.map((b) => b.fromMm)), Math.max(...bodies.map((b) => b.toMm))];
  const { across, up, out } = frame;
  return {
    across,
    up,
    out,
    centre: pointIn(frame, at[0] + (left + right) / 2, at[1] + (bottom + top) / 2, (from + to) / 2),
    size: { w: right - left, h: top - bottom, d: to - from },
    round: isRound(item),
  };
}
