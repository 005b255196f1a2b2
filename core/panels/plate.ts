import type { FastenerGroup } from '../gear/mount';
import { along, circle, edgeLength, laid, moved, rectangle, type Contour, type Point } from '../plane/contour';
import { pointWithin, roomWithin } from '../plane/gap';
import { grownContour } from '../plane/outline';
import { clearanceHole, threadHole } from '../tables/threads';
import type { Material } from '../tables/materials';
import type { Piece } from './piece';
import type { Site } from './site';

/** Screws of a plate (common practice). */
const THREAD: FastenerGroup['thread'] = 'st3.5';
const SCREW = 3.5;
/** They stand twice their diameter from the opening and from the plate's edge. */
const RIM = 4 * SCREW;
/** No farther apart than this, mm (common practice). */
const APART = 150;
/** Corners of a plate that covers more than its opening, mm. */
const CORNER = 6;

/** A plate over an opening, in the panel's own millimetres. */
export interface Plate {
  readonly outline: Contour;
  /** Where it is screwed to the panel; those under the flange of the gear are countersunk. */
  readonly screws: readonly { readonly at: Point; readonly countersunk: boolean }[];
  /** Holes for them, mm: through the plate, and for their thread in the panel. */
  readonly throughMm: number;
  /** How long they are, mm: through the plate and well into the panel, and not into what is behind it. */
  readonly screwMm: number;
  readonly threadMm: number;
}

/** The plate that covers what gear leaves open of the opening it goes into; nothing where it has none. */
export function plateOf(
  site: Site,
  piece: Piece,
  opening: string | undefined,
  at: Point,
  panel: Material,
): Plate | undefined {
  const there = piece.lying.adapter?.kind === 'plate' ? site.openings.find(({ id }) => id === opening) : undefined;
  if (!there) return undefined;
  const lay = { x: there.opening.at[0], y: there.opening.at[1], turnDeg: there.opening.turnDeg };
  const rim = (mm: number) => laid(grownContour(there.opening.outline, mm), lay);
  const face = moved(piece.face, ...at);
  const own = rim(RIM);
  const covers = roomWithin(face, own) >= 0;
  const line = rim(RIM / 2);
  const holes = piece.fastenings.map(({ at: [x, y], mm }) => circle([at[0] + x, at[1] + y], mm || SCREW));
  return {
    outline: covers ? own : boxRound(own, face),
    screws: spread(line)
      .filter((screw) => holes.every((hole) => -pointWithin(hole, ...screw) >= 2 * SCREW))
      .map((screw) => ({ at: screw, countersunk: pointWithin(face, ...screw) > -SCREW })),
    throughMm: clearanceHole(THREAD),
    screwMm: screwFor(piece.lying.adapter!.thicknessMm, site.panel.behindMm),
    threadMm: threadHole(THREAD, panel),
  };
}

/** Lengths such screws are sold in, mm (common practice). */
const LENGTHS = [9.5, 13, 16, 19, 22, 25, 32, 38, 45, 50, 60, 70, 80];
/** How far they go into the panel at least, and end before what is behind it, mm (common practice). */
const BITES = 10;
const ENDS_BEFORE = 2;
function screwFor(plateMm: number, behindMm: number | null): number {
  const long = LENGTHS.find((mm) => mm >= plateMm + BITES) ?? LENGTHS.at(-1)!;
  if (behindMm === null) return long;
  return LENGTHS.findLast((mm) => mm <= Math.min(long, plateMm + behindMm - ENDS_BEFORE)) ?? LENGTHS[0]!;
}

function boxRound(a: Contour, b: Contour): Contour {
  const [left, right] = [Math.min(a.left, b.left), Math.max(a.right, b.right)];
  const [bottom, top] = [Math.min(a.bottom, b.bottom), Math.max(a.top, b.top)];
  return rectangle([(left + right) / 2, (bottom + top) / 2], right - left, top - bottom, CORNER);
}

/** Screws along a line: in its corners and evenly between them; four at least on one that has none. */
function spread({ edges, round }: Contour): Point[] {
  if (round !== undefined) {
    const count = Math.max(4, Math.ceil((2 * Math.PI * round) / APART));
    const [{ cx, cy }] = edges as [Contour['edges'][number]];
    return Array.from({ length: count }, (_, i): Point => {
      const angle = Math.PI / 4 + (2 * Math.PI * i) / count;
      return [cx + round * Math.cos(angle), cy + round * Math.sin(angle)];
    });
  }
  const corners = edges.filter(({ r }) => r > 0);
  return edges.flatMap((edge): Point[] => {
    if (edge.r > 0) return [along(edge, 0.5)];
    const parts = Math.ceil(edgeLength(edge) / APART);
    const between = Array.from({ length: parts - 1 }, (_, i) => along(edge, (i + 1) / parts));
    return corners.length ? between : [along(edge, 0), ...between];
  });
}

/** What is usually cut into a plate on a panel of some material, and how thick, mm (common practice). */
export function usualPlate(panel: Material): { readonly material: Material; readonly thicknessMm: number } {
  if (panel === 'ply' || panel === 'hardwood' || panel === 'trim') return { material: 'ply', thicknessMm: 6 };
  return panel === 'plastic' || panel === 'polyethylene'
    ? { material: 'plastic', thicknessMm: 3 }
    : { material: 'aluminium', thicknessMm: 2 };
}
