import { TURNS, type Mount } from '../gear/mount';
import { contourArea, moved, type Contour, type Point } from '../plane/contour';
import { roomBeside, roomWithin, searchBeside, searchWithin } from '../plane/gap';
import { findBest } from '../plane/search';
import { MATERIALS, type Material } from '../tables/materials';
import { LAP, checksOf, clearancesAt, spareAt, spareOf, type Checks, type Clearance } from './clearances';
import { pieceOf, type Lying, type Piece } from './piece';
import { plateOf, type Plate } from './plate';
import type { Site } from './site';

/** How near to the best there is a position is looked for, mm, and at how many points at most. */
export const FINE = { withinMm: 0.5, mostLooks: 3000 } as const;
export const COARSE = { withinMm: 1, mostLooks: 600 } as const;
export type Search = typeof FINE | typeof COARSE;
/** What has much to spare, or misses by much, is told less finely: to these parts of it. */
const PART_SPARE = 0.02;
const PART_MISSING = 0.1;
const nearness = ({ withinMm }: Search, value: number): number =>
  Math.max(withinMm, value > 0 ? value * PART_SPARE : -value * PART_MISSING);

/** Part of the area that gear wants which an opening has to have at least to be meant for it. */
const MEANT = 0.25;
/** Positions are told to half a millimetre from the edges that everything is measured from. */
const STEP = 0.5;

/** Gear on a panel: where, how it lies, and what room it has there. */
export interface Position {
  readonly at: Point;
  readonly lying: Lying;
  /** The opening it goes into; nothing where it makes its own, or sits on the panel. */
  readonly opening: string | undefined;
  readonly piece: Piece;
  /** What covers the rest of its opening. */
  readonly plate: Plate | undefined;
  /** All of it, the tightest first. */
  readonly clearances: readonly Clearance[];
  /** The least of what is spare across the panel, and in depth, mm: below zero it does not fit. */
  readonly spareMm: number;
  readonly deepMm: number;
}
/** One that was looked for. */
export interface Found extends Position {
  /** What it is the best by, mm: what is spare across, less what is missing in depth, or round the opening it uses. */
  readonly valueMm: number;
  /** No position has more. */
  readonly mostMm: number;
  /** That is as near to it as was asked. */
  readonly proven: boolean;
  readonly looked: number;
}

/** The room of a piece that uses an opening, or makes its own, at a point. */
export function positionAt(
  site: Site,
  piece: Piece,
  material: Material,
  opening: string | undefined,
  at: Point,
): Position {
  return weighed(checksOf(site, piece, material, opening), site, piece, material, opening, at);
}

/** How a person has set gear: what plugs are not said is as it fits. */
export type Set = Omit<Lying, 'plugs'> & { readonly plugs: Lying['plugs'] | null };

/** Gear at a point, in the opening it lies over; angled plugs where straight ones are too deep, as in a search. */
export function setAt(site: Site, mount: Mount, material: Material, set: Set, at: Point): Position {
  const put = (plugs: Lying['plugs']) => {
    const piece = pieceOf(mount, { ...set, plugs }, material);
    return positionAt(site, piece, material, openingAt(site, mount, piece, at), at);
  };
  const straight = put(set.plugs ?? 'straight');
  if (set.plugs !== null || mount.plugs.angledMm === null || straight.deepMm >= 0) return straight;
  const angled = put('angled');
  return angled.deepMm > straight.deepMm ? angled : straight;
}

function weighed(
  checks: Checks,
  site: Site,
  piece: Piece,
  material: Material,
  opening: string | undefined,
  [x, y]: Point,
): Position {
  const flat = clearancesAt(checks.flat, x, y);
  const plate = plateOf(site, piece, opening, [x, y], material);
  const lap = lapOf(site, piece, opening);
  if (plate) flat.push(...plateRooms(site, plate, opening));
  else if (lap) flat.push({ limit: 'lap', id: opening, needMm: Math.min(LAP, ownLap(piece)), mm: lap(x, y) });
  const deep = clearancesAt(checks.deep, x, y);
  const least = (of: readonly Clearance[]) => Math.min(Infinity, ...of.map(spareOf));
  return {
    at: [x, y],
    lying: piece.lying,
    opening,
    piece,
    plate,
    clearances: [...flat, ...deep].sort((a, b) => spareOf(a) - spareOf(b)),
    spareMm: least(flat.filter(({ limit }) => limit !== 'lap')),
    deepMm: least(deep),
  };
}

function plateRooms({ outline, openings }: Site, plate: Plate, used: string | undefined): Clearance[] {
  const taken = openings.filter(({ id, opening }) => opening.taken && id !== used);
  return [
    { limit: 'plate', id: undefined, needMm: 0, mm: roomWithin(plate.outline, outline) },
    ...taken.map(({ id, contour }) => ({
      limit: 'plate' as const,
      id,
      needMm: 0,
      mm: roomBeside(plate.outline, contour),
    })),
  ];
}

const openingOf = (site: Site, id: string | undefined) => site.openings.find((o) => o.id === id)?.contour;

/** How far the flange lies over all round the opening it uses, mm. */
function lapOf(site: Site, piece: Piece, opening: string | undefined) {
  const contour = openingOf(site, opening);
  return contour && ((x: number, y: number) => roomWithin(contour, moved(piece.face, x, y)));
}

const laps = new WeakMap<Piece, number>();
/** How far the flange lies over the opening its maker asks for, mm: that much is enough of any. */
function ownLap(piece: Piece): number {
  let lap = laps.get(piece);
  if (lap === undefined) laps.set(piece, (lap = piece.cutout ? roomWithin(piece.cutout, piece.face) : Infinity));
  return lap;
}

/** Openings that gear is meant to go into: at least a part as large as what it wants, the largest first. */
function meantFor({ openings }: Site, mount: Mount, piece: Piece): readonly string[] {
  if (!mount.cutout || !piece.cutout) return [];
  const wanted = contourArea(piece.cutout);
  return openings
    .filter(({ opening }) => !opening.taken)
    .map(({ id, contour }) => ({ id, area: contourArea(contour) }))
    .filter(({ area }) => area >= MEANT * wanted)
    .sort((a, b) => b.area - a.area)
    .map(({ id }) => id);
}

/** The opening a piece uses where a person has put it: of those meant for it the one it lies over, if any. */
function openingAt(site: Site, mount: Mount, piece: Piece, [x, y]: Point): string | undefined {
  const meant = meantFor(site, mount, piece);
  return meant.find((id) => searchBeside(piece.cutout!, x, y, openingOf(site, id)!) < 0);
}

/** The best position of a piece as it lies: by the room it has across, less what it lacks in depth. */
function bestOf(
  site: Site,
  piece: Piece,
  material: Material,
  opening: string | undefined,
  search: Search,
  floor: number,
) {
  const checks = checksOf(site, piece, material, opening);
  const hole = openingOf(site, opening);
  const plated = piece.lying.adapter?.kind === 'plate';
  const spare = spareAt(checks.flat);
  const value = (x: number, y: number, least: number): number => {
    let short = 0;
    // What goes into an opening is where that is, however deep it is there.
    if (!hole) for (const { needMm, room } of checks.deep) short += Math.min(0, room(x, y) - needMm);
    let most = spare(x, y, least - short);
    // An opening is trimmed least where it is missed least, and closed best where the flange lies over most.
    if (hole && most + short > least)
      most = Math.min(
        most,
        searchWithin(piece.cutout!, x, y, hole),
        plated ? Infinity : searchWithin(hole, -x, -y, piece.face) - LAP,
      );
    return most + short;
  };
  const { outline, panel } = site;
  const onSteps = ([x, y]: Point): Point => {
    const edges = [outline[panel.datum.x], outline[panel.datum.y]] as const;
    const [ox, oy] = [x - edges[0], y - edges[1]].map((mm) => Math.round(mm / STEP) * STEP) as [number, number];
    return [edges[0] + ox, edges[1] + oy];
  };
  const middle = (of: { left: number; right: number; bottom: number; top: number }): Point =>
    onSteps([(of.left + of.right) / 2, (of.bottom + of.top) / 2]);
  const within = piece.cutout ?? piece.face;
  const web = piece.cutout ? MATERIALS[material].webMm : 0;
  // Beyond this the opening would not lie within the panel at all; where it is larger than that, about its middle.
  const span = (low: number, high: number): [number, number] =>
    low < high ? [low, high] : [(low + high) / 2 - 1, (low + high) / 2 + 1];
  const [left, right] = span(outline.left + web - within.left, outline.right - web - within.right);
  const [bottom, top] = span(outline.bottom + web - within.bottom, outline.top - web - within.top);
  const area = hole
    ? { left: hole.left, right: hole.right, bottom: hole.bottom, top: hole.top }
    : { left, right, bottom, top };
  const first: Point[] = [middle(hole ?? outline), middle(area)];
  const near = (found: number) => nearness(search, found);
  const best = findBest(value, area, { near, mostLooks: search.mostLooks, slope: 1 + checks.slope, first, floor });
  return { checks, best: best.value <= floor ? best : settled(value, best, first[0]!, onSteps, near(best.value)) };
}

/** Near the best, in line with the middle and on whole steps where that costs no more than the search is fine. */
function settled(
  value: (x: number, y: number, floor: number) => number,
  best: ReturnType<typeof findBest>,
  [mx, my]: Point,
  onSteps: (at: Point) => Point,
  within: number,
): ReturnType<typeof findBest> {
  const [sx, sy] = onSteps([best.x, best.y]);
  const tries: Point[] = [
    [mx, my],
    [mx, sy],
    [sx, my],
    [sx, sy],
  ];
  for (const [x, y] of tries) {
    const found = value(x, y, -Infinity);
    if (found >= best.value - within) return { ...best, x, y, value: found };
  }
  return best;
}

/**
 * Where gear goes on a panel, how it is turned and into which opening: where it has most to spare. An opening that is
 * there and as large as a part of what it wants is used before a new one is cut; angled plugs are taken where straight
 * ones are too deep and they are not.
 */
export function findPosition(
  site: Site,
  mount: Mount,
  material: Material,
  search: Search,
  set: Partial<Lying> = {},
): Found {
  const kinds: readonly Lying['plugs'][] =
    set.plugs !== undefined ? [set.plugs] : mount.plugs.angledMm === null ? ['straight'] : ['straight', 'angled'];
  let best: Found | undefined;
  for (const plugs of kinds) {
    const found = turned(site, mount, material, search, { over: false, adapter: null, ...set, plugs });
    if (!best || worth(found) > worth(best)) best = found;
    if (best.spareMm >= 0 && best.deepMm >= 0) break;
  }
  return best!;
}
/** What fits is not worth more for what it has to spare. */
const worth = ({ spareMm, deepMm }: Position) => Math.min(0, spareMm) + Math.min(0, deepMm);

function turned(
  site: Site,
  mount: Mount,
  material: Material,
  search: Search,
  set: Omit<Lying, 'turnDeg'> & { turnDeg?: number },
): Found {
  const turns = set.turnDeg === undefined ? differing(mount, set, material) : [set.turnDeg];
  const meant = meantFor(site, mount, pieceOf(mount, { ...set, turnDeg: 0 }, material));
  const uses: readonly (string | undefined)[] = meant.length ? meant : [undefined];
  let best: { value: number; found: Found } | undefined;
  let looked = 0;
  let most = -Infinity;
  for (const opening of uses)
    for (const turnDeg of turns) {
      const piece = pieceOf(mount, { ...set, turnDeg }, material);
      const floor = best ? best.value + nearness(search, best.value) : -Infinity;
      const one = bestOf(site, piece, material, opening, search, floor);
      looked += one.best.looked;
      most = Math.max(most, one.best.most);
      if (one.best.value <= floor) continue;
      const position = weighed(one.checks, site, piece, material, opening, [one.best.x, one.best.y]);
      best = {
        value: one.best.value,
        found: { ...position, valueMm: one.best.value, mostMm: 0, proven: false, looked: 0 },
      };
    }
  const { value, found } = best!;
  return {
    ...found,
    looked,
    mostMm: Math.max(most, value),
    proven: most <= value + 3 * nearness(search, value),
  };
}

/** Turns in which a piece lies differently: evenly spaced fasteners come round to each other. */
function differing(mount: Mount, set: Omit<Lying, 'turnDeg'>, material: Material): number[] {
  const seen = new Set<string>();
  return TURNS[mount.turns].filter((turnDeg) => {
    const { face, cutout, solids, fastenings } = pieceOf(mount, { ...set, turnDeg }, material);
    const lines = [face, ...(cutout ? [cutout] : []), ...solids.map(({ contour }) => contour)];
    const points = [...lines.map(cornersOf), ...fastenings.map(({ at, mm }) => [...at, mm])];
    const key = points.map((of) => of.map((mm) => Math.round(mm * 10) || 0).join()).sort();
    return !seen.has(key.join(' ')) && seen.add(key.join(' '));
  });
}
/** The corners of a contour in one order; of a circle its box. */
const cornersOf = ({ edges, left, bottom, round }: Contour): number[] =>
  round !== undefined
    ? [left, bottom, round]
    : edges
        .map(({ ax, ay }) => [ax, ay] as const)
        .sort((a, b) => Math.round(a[0] - b[0]) || a[1] - b[1])
        .flat();
