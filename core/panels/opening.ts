import { hundredth } from '../units/figures';
import { moved, type Contour } from '../plane/contour';
import { roomWithin } from '../plane/gap';
import { less, regionArea, regionOf } from '../plane/region';
import type { Position } from './position';
import type { Site } from './site';

/** How much of something stands out on each side of something else, mm, and its area, mm². */
export interface Beyond {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  /** The most anywhere, which may be in a corner. */
  readonly mostMm: number;
  readonly areaMm2: number;
}

/** Less than this is what a file takes off, mm. */
const NOTHING = 0.2;

/** How `a` stands out of `b`; nothing where it does not. */
function beyond(a: Contour, b: Contour): Beyond | undefined {
  const mostMm = hundredth(-roomWithin(a, b));
  if (mostMm <= NOTHING) return undefined;
  return {
    left: hundredth(Math.max(0, b.left - a.left)),
    right: hundredth(Math.max(0, a.right - b.right)),
    top: hundredth(Math.max(0, a.top - b.top)),
    bottom: hundredth(Math.max(0, b.bottom - a.bottom)),
    mostMm,
    areaMm2: Math.round(regionArea(less(regionOf(a), regionOf(b)))),
  };
}

/** What an opening that is there lacks for gear, and what of it the gear leaves uncovered. */
export interface OpeningWork {
  readonly id: string;
  /** To be taken off, where it is too small. */
  readonly trim: Beyond | undefined;
  /** Not covered by the flange, or a plate under it, where it is too large. */
  readonly gap: Beyond | undefined;
  /** Least play of the body in the opening as it is, mm; nothing where it has to be trimmed. */
  readonly playMm: number | undefined;
}

/** What has to be done to the opening that gear goes into at a position. */
export function openingWork(site: Site, { piece, plate, opening, at: [x, y] }: Position): OpeningWork | undefined {
  const there = site.openings.find(({ id }) => id === opening);
  if (!there || !piece.cutout) return undefined;
  const wanted = moved(piece.cutout, x, y);
  const trim = beyond(wanted, there.contour);
  return {
    id: there.id,
    trim,
    gap: plate ? undefined : beyond(there.contour, moved(piece.face, x, y)),
    playMm: trim ? undefined : hundredth(roomWithin(wanted, there.contour)),
  };
}
