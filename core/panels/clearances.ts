import { moved, sweeps, type Contour, type Point } from '../plane/contour';
import { innerBox, leastBeside, leastWithin } from '../plane/bounds';
import { pointWithin, roomBeside, roomWithin, searchBeside, searchWithin } from '../plane/gap';
import { MATERIALS, type Material } from '../tables/materials';
import type { Piece } from './piece';
import type { Site } from './site';

/** Least room between gear and what stands behind or before a panel, mm (common practice). */
export const ROOM = 2;
/** Least that a flange covers beyond the opening under it, mm (common practice). */
export const LAP = 3;
/** A fastener this many of its own diameters from an edge at least (common practice). */
const EDGE_DIAMETERS = 2;

/** What gear has room to. */
export type Limit =
  /** Its opening, or its foot, to the edge of the panel. */
  | 'edge'
  /** Its flange to the edge of the panel. */
  | 'flange'
  /** Its opening to another one. */
  | 'opening'
  /** Its body or plugs to what stands in the way. */
  | 'obstacle'
  /** A fastener to the edge, to an opening, or to what stands in the way. */
  | 'fastenerEdge'
  | 'fastenerOpening'
  | 'fastenerObstacle'
  /** Its body to the inside of a cover that is on. */
  | 'cover'
  /** Its body to what ends the room behind, or in front. */
  | 'behind'
  | 'front'
  /** The flange beyond the opening it covers. */
  | 'lap'
  /** The plate under it to the edge of the panel, or to an opening that something is in. */
  | 'plate';

/** Room there is, and room there has to be, mm. */
export interface Clearance {
  readonly limit: Limit;
  /** The opening, obstacle or cover; nothing for the panel itself. */
  readonly id: string | undefined;
  readonly mm: number;
  readonly needMm: number;
}
export const spareOf = ({ mm, needMm }: Clearance): number => mm - needMm;

/** One thing to keep clear of, as a function of where the middle of the face is. */
interface Check {
  readonly limit: Limit;
  readonly id: string | undefined;
  readonly needMm: number;
  readonly room: (x: number, y: number) => number;
  /** The same for a search: where nothing is spare, roughly. */
  readonly rough?: (x: number, y: number, floor: number) => number;
  /** No more than there is, found at once. */
  readonly least?: (x: number, y: number) => number;
}

const overlap = (a: { fromMm: number; toMm: number }, b: { fromMm: number; toMm: number }) =>
  a.fromMm < b.toMm && b.fromMm < a.toMm;

type Rooms = Pick<Check, 'room' | 'rough' | 'least'>;
const within = (a: Contour, b: Contour): Rooms => ({
  room: (x, y) => roomWithin(moved(a, x, y), b),
  rough: (x, y, floor) => searchWithin(a, x, y, b, floor),
  least: (x, y) => leastWithin(a, x, y, innerBox(b)),
});
const beside = (a: Contour, b: Contour): Rooms => ({
  room: (x, y) => roomBeside(moved(a, x, y), b),
  rough: (x, y, floor) => searchBeside(a, x, y, b, floor),
  least: (x, y) => leastBeside(a, x, y, b),
});
/** A point within, or beside. */
const pointIn = ([px, py]: Point, b: Contour): Rooms => ({
  room: (x, y) => pointWithin(b, x + px, y + py),
  least: (x, y) => leastWithin(NOWHERE, x + px, y + py, innerBox(b)),
});
const pointBeside = ([px, py]: Point, b: Contour): Rooms => ({
  room: (x, y) => -pointWithin(b, x + px, y + py),
  least: (x, y) => leastBeside(NOWHERE, x + px, y + py, b),
});
const NOWHERE = { left: 0, bottom: 0, right: 0, top: 0 };

/** What gear has to keep clear of on a panel: where on it, and how deep. */
export interface Checks {
  readonly flat: readonly Check[];
  readonly deep: readonly Check[];
  /** How fast what is deep changes with a millimetre. */
  readonly slope: number;
}

/** Everything a piece has to keep clear of where it makes its own opening, or uses the one named. */
export function checksOf(site: Site, piece: Piece, material: Material, used: string | undefined): Checks {
  const { panel, outline } = site;
  const web = MATERIALS[material].webMm;
  const flat: Check[] = [];
  const add = (limit: Limit, id: string | undefined, needMm: number, rooms: Rooms) =>
    flat.push({ limit, id, needMm, ...rooms });
  const { cutout, face } = piece;
  // What a plate lies over, fasteners may lie over too.
  const plated = piece.lying.adapter?.kind === 'plate' ? used : undefined;
  if (cutout) {
    add('edge', undefined, web, within(cutout, outline));
    add('flange', undefined, 0, within(face, outline));
  } else add('edge', undefined, 0, within(face, outline));
  for (const { id, contour, opening } of site.openings) {
    // What sits on a panel may lie over an opening that nothing is in.
    if (id !== used && cutout) add('opening', id, web, beside(cutout, contour));
    if (opening.taken) add('flange', id, 0, beside(face, contour));
  }
  for (const { id, obstacle, contour } of site.obstacles)
    for (const solid of piece.solids)
      if (overlap(solid, obstacle)) add('obstacle', id, ROOM, beside(solid.contour, contour));
  for (const { at, mm, fastener } of piece.fastenings) {
    if (mm === 0) continue;
    add('fastenerEdge', undefined, EDGE_DIAMETERS * mm, pointIn(at, outline));
    for (const { id, contour } of site.openings)
      if (plated === undefined || id !== plated)
        add('fastenerOpening', id, EDGE_DIAMETERS * mm, pointBeside(at, contour));
    for (const { id, obstacle, contour } of site.obstacles)
      if (overlap({ fromMm: 0, toMm: fastener.lengthMm }, obstacle))
        add('fastenerObstacle', id, mm / 2 + 1, pointBeside(at, contour));
  }
  const deep: Check[] = [];
  const goDeep = (limit: Limit, id: string | undefined, room: Check['room']) =>
    deep.push({ limit, id, needMm: ROOM, room });
  const { behindMm, beforeMm } = piece;
  if (panel.behindMm !== null && behindMm > 0) {
    const room = panel.behindMm - behindMm;
    goDeep('behind', undefined, () => room);
  }
  if (panel.frontMm !== null && beforeMm > 0) {
    const room = panel.frontMm - beforeMm;
    goDeep('front', undefined, () => room);
  }
  let slope = 0;
  for (const { cover, side, at, slope: rises } of site.closings) {
    const solids = piece.solids.filter(({ fromMm, toMm }) => (side === 'behind' ? toMm > 0 : fromMm < 0));
    if (!solids.length) continue;
    slope += rises;
    // The inside of a cover is flat: over a contour it is nearest at one of its corners, or where an arc looks its way.
    const corners = solids.flatMap(({ contour, fromMm, toMm }) =>
      lowest(contour, at).map(([x, y]) => [x, y, side === 'behind' ? toMm : -fromMm] as const),
    );
    goDeep('cover', cover, (x, y) => Math.min(...corners.map(([cx, cy, mm]) => at(x + cx, y + cy) - mm)));
  }
  return { flat, deep, slope };
}

/** The points of a contour one of which a flat surface is lowest over. */
function lowest({ edges }: Contour, at: (x: number, y: number) => number): Point[] {
  const [dx, dy] = [at(1, 0) - at(0, 0), at(0, 1) - at(0, 0)];
  const rise = Math.hypot(dx, dy);
  const downhill = Math.atan2(-dy, -dx);
  return edges.flatMap((edge): Point[] => {
    const start: Point = [edge.ax, edge.ay];
    if (edge.r === 0 || rise === 0 || !sweeps(edge, downhill)) return [start];
    return [start, [edge.cx - (edge.r * dx) / rise, edge.cy - (edge.r * dy) / rise]];
  });
}

/** The room a piece has with the middle of its face at a point, all of it. */
export const clearancesAt = (checks: readonly Check[], x: number, y: number): Clearance[] =>
  checks.map(({ limit, id, needMm, room }) => ({ limit, id, needMm, mm: room(x, y) }));

/** The least spare room of some checks as a search asks for it; anything up to `floor` where it is no more than that. */
export function spareAt(checks: readonly Check[]): (x: number, y: number, floor: number) => number {
  // What was too tight last is asked first: near there it mostly is again.
  const order = [...checks];
  return (x, y, floor) => {
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i < order.length; i++) {
      const check = order[i]!;
      const { needMm, room, rough = room } = check;
      if (check.least && check.least(x, y) - needMm >= least) continue;
      least = Math.min(least, rough(x, y, floor + needMm) - needMm);
      if (least > floor) continue;
      order.copyWithin(1, 0, i);
      order[0] = check;
      return least;
    }
    return least;
  };
}
