import { add, cross, dot, scale, sub, unit, type Vec3 } from '../units/vectors';
import type { PanelLies } from './panel';
import type { Place } from './place';

/** Unit vectors of a place, or of a panel: to the side, up along its face, and out of it towards who looks at it. */
export interface Frame {
  readonly across: Vec3;
  readonly up: Vec3;
  readonly out: Vec3;
}

/** A face this near to level has no upward edge of its own; the craft's forward edge stands for it. */
const LEVEL = 0.999;

export function frameOf({ faces }: Pick<Place, 'faces'>): Frame {
  const out = unit(faces);
  const upright: Vec3 = Math.abs(out[2]) > LEVEL ? [1, 0, 0] : [0, 0, 1];
  const up = unit(sub(upright, scale(out, dot(upright, out))));
  return { across: cross(up, out), up, out };
}

/** A frame, and where its 0, 0 is, craft mm. */
export interface Laid extends Frame {
  readonly at: Vec3;
}

/** The face of a panel in its place: its own axes, its 0, 0 at the middle of the side of the room that it lies on. */
export function panelFrame(place: Pick<Place, 'at' | 'faces' | 'room'>, lies: PanelLies): Laid {
  const { across, up, out } = frameOf(place);
  const { room } = place;
  switch (lies) {
    case 'face':
      return { across, up, out, at: add(place.at, scale(out, room.d / 2)) };
    case 'back':
      return { across, up, out, at: add(place.at, scale(out, -room.d / 2)) };
    case 'floor':
      // Seen from above by who stands before the place.
      return { across, up: scale(out, -1), out: up, at: add(place.at, scale(up, -room.h / 2)) };
  }
}

/** A point of a panel, so deep behind its face, in craft mm. */
export const pointIn = ({ at, ...frame }: Laid, x: number, y: number, deepMm: number): Vec3 =>
  add(at, wayIn(frame, x, y, deepMm));
/** A direction on a panel in craft coordinates. */
export const wayIn = ({ across, up, out }: Frame, x: number, y: number, deep: number): Vec3 =>
  add(scale(across, x), add(scale(up, y), scale(out, -deep)));
