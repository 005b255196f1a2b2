import { hundredth } from '../units/figures';
import type { Panel } from '../craft/panel';
import type { FastenerGroup, Mount } from '../gear/mount';
import { along, edgeLength, flattened, holds, moved, type Contour, type Edge, type Point } from '../plane/contour';
import { pointWithin } from '../plane/gap';
import type { Material } from '../tables/materials';
import { cutterOf, drillOf, type Cutter } from '../tables/bits';
import { isMachine } from '../tables/threads';
import type { OpeningWork } from './opening';
import { pieceOf, type Lying, type Piece } from './piece';
import type { Plate } from './plate';
import { siteOf } from './site';

/** Beyond the panel a bit comes through by this much before it is stopped, mm (common practice). */
const THROUGH = 2;
/** Holes at the corners of a sawn opening, for the blade, mm. */
const STARTER = 10;
/** A hole larger than this is begun with a pilot, mm (common practice). */
const PILOT_FROM = 5;
const PILOT = 3;
/** An old hole this near to where one is wanted serves, mm. */
const SERVES = 0.5;

export type HoleKind = 'fastener' | 'opening' | 'starter' | 'plate';

/** One hole of the schedule. */
export interface Hole {
  /** On the panel and its template. */
  readonly number: number;
  readonly kind: HoleKind;
  /** The group of fasteners it is for. */
  readonly group: string | undefined;
  readonly at: Point;
  /** From the panel's datum edges, mm. */
  readonly x: number;
  readonly y: number;
  readonly mm: number;
  /** Nothing where it is there already, and serves. */
  readonly cutter: Cutter | undefined;
  readonly pilot: Cutter | undefined;
  /** The bit goes in no farther than this from the face, mm. */
  readonly stopMm: number;
  /** What is behind where the bit comes through, nearer than it may come: nothing where it is free. */
  readonly behind: string | undefined;
  readonly reused: string | undefined;
  readonly countersink: boolean;
  readonly threaded: boolean;
}

/** An opening that is sawn along a line, mm of it, and a blade no longer than this beyond the panel. */
export interface Sawn {
  readonly lineMm: number;
  readonly bladeMm: number | undefined;
}

/** All that is made in one panel. */
export interface Schedule {
  readonly holes: readonly Hole[];
  readonly sawn: readonly Sawn[];
}

/** A bit wanders by so much, mm (common practice). */
const WANDERS = 2;

/** What is met behind a hole of some radius, and how far from the face: nothing where that is not known. */
function meets(panel: Panel, at: Point, radius: number): { readonly name: string; readonly mm: number } | undefined {
  const obstacles = siteOf(panel)
    .obstacles.filter(({ contour, obstacle }) => obstacle.toMm > 0 && pointWithin(contour, ...at) > -(radius + WANDERS))
    .map(({ obstacle }) => ({ name: obstacle.name, mm: Math.max(0, obstacle.fromMm) }));
  const all = [
    ...obstacles,
    ...(panel.behindMm === null ? [] : [{ name: panel.beyond || 'what is behind', mm: panel.behindMm }]),
  ];
  return all.reduce<(typeof all)[number] | undefined>(
    (near, next) => (near && near.mm <= next.mm ? near : next),
    undefined,
  );
}

/** The holes that gear wants where it is. */
export function scheduleOf(
  fitted: {
    readonly at: Point;
    readonly lying: Lying;
    readonly material: Material;
    readonly opening: OpeningWork | undefined;
    readonly plate: Plate | undefined;
  },
  mount: Mount,
  panel: Panel,
): Schedule {
  const { material, at, plate } = fitted;
  const { outline, openings } = siteOf(panel);
  const old = openings.find(({ id }) => id === fitted.opening?.id)?.contour;
  const piece = pieceOf(mount, fitted.lying, material);
  const edgeX = outline[panel.datum.x];
  const edgeY = outline[panel.datum.y];
  const hole = (
    kind: HoleKind,
    [px, py]: Point,
    mm: number,
    cutter: Cutter | undefined,
    of?: [string, FastenerGroup],
  ): Hole => {
    const where: Point = [hundredth(px), hundredth(py)];
    const reused = Object.values(panel.holes).find(
      ({ at: [ox, oy], mm: there }) => Math.hypot(ox - px, oy - py) <= SERVES && there >= mm - 0.3 && there <= mm + 1,
    );
    // A board is drilled on the bench, before it is in.
    const met = panel.board ? undefined : meets(panel, where, mm / 2);
    const stopMm = panel.thicknessMm + THROUGH;
    return {
      number: 0,
      kind,
      group: of?.[0],
      at: where,
      x: hundredth(Math.abs(px - edgeX)),
      y: hundredth(Math.abs(py - edgeY)),
      mm: hundredth(mm),
      cutter: reused ? undefined : cutter,
      pilot: !reused && mm > PILOT_FROM ? drillOf(PILOT) : undefined,
      stopMm: hundredth(Math.min(stopMm, Math.max(panel.thicknessMm, (met?.mm ?? Infinity) - 1))),
      behind: met && met.mm < stopMm + 1 ? met.name : undefined,
      reused: reused?.name,
      countersink: material === 'gelcoat' && !reused,
      threaded: of !== undefined && isMachine(of[1].thread) && of[1].seat === 'panel',
    };
  };
  const holes: Hole[] = [];
  const sawn: Sawn[] = [];
  const { cutout } = piece;
  if (cutout && !(fitted.opening && !fitted.opening.trim)) {
    const round = cutout.round === undefined ? undefined : cutout.round * 2;
    const saw = round === undefined || fitted.opening ? undefined : cutterOf(round, panel.thicknessMm);
    if (saw) holes.push(hole('opening', at, round!, saw));
    else {
      if (!fitted.opening)
        for (const start of startersOf(moved(cutout, ...at)))
          holes.push(hole('starter', start, STARTER, cutterOf(STARTER, panel.thicknessMm)));
      const met = nearestBehind(panel, moved(cutout, ...at));
      sawn.push({
        lineMm: Math.round(lineOf(moved(cutout, ...at), old)),
        bladeMm: met === undefined ? undefined : Math.max(0, Math.floor(met - panel.thicknessMm)),
      });
    }
  }
  for (const { group, fastener, at: own, mm } of fastened(piece)) {
    const where: Point = [at[0] + own[0], at[1] + own[1]];
    // Over the opening it goes into the plate alone.
    if (plate && old && pointWithin(old, ...where) > -mm / 2) continue;
    holes.push(hole('fastener', where, mm, cutterOf(mm, panel.thicknessMm), [group, fastener]));
  }
  for (const { at: where } of plate?.screws ?? [])
    holes.push(hole('plate', where, plate!.threadMm, cutterOf(plate!.threadMm, panel.thicknessMm)));
  const sorted = holes.sort(
    (a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind) || b.mm - a.mm || a.y - b.y || a.x - b.x,
  );
  return { holes: sorted.map((one, i) => ({ ...one, number: i + 1 })), sawn };
}
const KINDS: readonly HoleKind[] = ['opening', 'starter', 'fastener', 'plate'];
const fastened = ({ fastenings }: Piece) => fastenings.filter(({ mm }) => mm > 0);

/** How much of a line is sawn, mm: what of it lies outside the opening that is there, to half a millimetre an edge. */
function lineOf({ edges }: Contour, old: Contour | undefined): number {
  let line = 0;
  for (const edge of edges) {
    const parts = Math.ceil(edgeLength(edge) * 2);
    const part = edgeLength(edge) / parts;
    for (let i = 0; i < parts; i++) if (!old || !holds(old, ...along(edge, (i + 0.5) / parts))) line += part;
  }
  return line;
}

/** Where a blade is let in: a hole inside every corner, touching its edges; two across a round one. */
function startersOf(cutout: Contour): Point[] {
  const r = STARTER / 2;
  const { left, right, bottom, top } = cutout;
  const middle: Point = [(left + right) / 2, (bottom + top) / 2];
  if (cutout.round !== undefined)
    return [
      [middle[0] - cutout.round + r, middle[1]],
      [middle[0] + cutout.round - r, middle[1]],
    ];
  const lines = cutout.edges.filter(({ r: bend }) => bend === 0);
  return lines.map((edge, i): Point => {
    const before = lines[(i + lines.length - 1) % lines.length]!;
    // Its middle lies so far along the bisector of the corner that it touches both edges.
    const [corner, away, back] = cornerOf(before, edge);
    const half = Math.acos(Math.min(1, Math.max(-1, away[0] * back[0] + away[1] * back[1]))) / 2;
    const sum: Point = [away[0] + back[0], away[1] + back[1]];
    const length = Math.hypot(...sum);
    const out = r / Math.sin(half);
    return length < 1e-6 ? middle : [corner[0] + (sum[0] / length) * out, corner[1] + (sum[1] / length) * out];
  });
}
/** Where two edges in a row meet, or would but for the arc between them, and the ways along them from there. */
function cornerOf(before: Edge, after: Edge): [corner: Point, away: Point, back: Point] {
  const unit = ({ ax, ay, bx, by }: Edge): Point => {
    const length = Math.hypot(bx - ax, by - ay);
    return [(bx - ax) / length, (by - ay) / length];
  };
  const [u, w] = [unit(before), unit(after)];
  const cross = u[0] * w[1] - u[1] * w[0];
  const t = Math.abs(cross) < 1e-9 ? 0 : ((after.ax - before.bx) * w[1] - (after.ay - before.by) * w[0]) / cross;
  return [[before.bx + u[0] * t, before.by + u[1] * t], w, [-u[0], -u[1]]];
}

/** How far from the face the nearest thing behind an opening is, mm. */
function nearestBehind(panel: Panel, cutout: Contour): number | undefined {
  const all = flattened(cutout, 2).flatMap((at) => meets(panel, at, 0)?.mm ?? []);
  return all.length ? Math.min(...all) : undefined;
}

/** Holes of several pieces in one panel, in the order that bits are changed least: by bit, the smallest first. */
export function byBit(holes: readonly Hole[]): readonly { readonly cutter: Cutter; readonly holes: readonly Hole[] }[] {
  const groups = new Map<string, { cutter: Cutter; holes: Hole[] }>();
  for (const hole of holes) {
    if (!hole.cutter) continue;
    const key = `${hole.cutter.kind} ${hole.cutter.metric.name} ${hole.cutter.inch.name}`;
    const group = groups.get(key);
    if (group) group.holes.push(hole);
    else groups.set(key, { cutter: hole.cutter, holes: [hole] });
  }
  return [...groups.values()].sort((a, b) => a.cutter.mm - b.cutter.mm);
}
