import { hundredth } from '../units/figures';
import type { Panel } from '../craft/panel';
import type { RunNeed } from '../connections/runs';
import { mapped } from '../document/edits';
import { TURNS } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import { AS_PROPOSED, panelOf, type Mounted } from '../job/parts/mounting';
import { grownContour, grownOutline } from '../plane/outline';
import { laid, laidPoint, middleOf, moved, type Contour, type Point } from '../plane/contour';
import { pointWithin } from '../plane/gap';
import { clearanceHole, threadHole } from '../tables/threads';
import type { Material } from '../tables/materials';
import { ROOM } from './clearances';
import { layBoard, type BoardPiece, type BoardTask, type Turned } from './board-search';
import { facesUp, pieceOf, type Piece } from './piece';
import { siteOf } from './site';

/** Gear on the board of a place. */
export interface BoardPlan {
  /** Where everything lies and how it is turned, of the board's own millimetres; nothing of what does not go on it. */
  readonly at: Readonly<Record<string, { readonly at: Point; readonly turnDeg: number }>>;
  /** What is on it, whether it goes there or not. */
  readonly gear: readonly string[];
  /** Conductor on the board, and the least that any layout has, mm; nothing where they do not all go on it. */
  readonly wireMm: number | undefined;
  readonly leastMm: number | undefined;
  readonly proven: boolean;
  /** Where it is screwed to the wall, clear of the gear, and the longest screw that does not come through that, mm. */
  readonly screws: readonly Point[];
  readonly screwMm: number;
}

const HALF = 0.5;
const down = (mm: number) => Math.floor(mm / HALF + 1e-9) * HALF;
const upTo = (mm: number) => Math.ceil(mm / HALF - 1e-9) * HALF;

/** What stays of a wall under the tip of a screw, mm (common practice). */
const UNDER_TIP = 2;
/** Screws of a board, this far from its edge and from gear, mm (common practice). */
const SCREW = 'st4.2';
const SCREW_IN = 12;
const SCREW_CLEAR = 8;
/** Most branches that are looked at: six pieces are proven in fewer. With more of them each branch takes longer. */
const MOST_LOOKS = 250_000;
const PROVEN_PIECES = 6;
/** More pieces than this are not laid out at all. */
export const MOST_PIECES = 12;
const looksFor = (pieces: number) => Math.round(MOST_LOOKS * Math.min(1, PROVEN_PIECES / pieces) ** 4);

const derived = new WeakMap<Panel, Panel>();

/** The board of a compartment as a panel of its own: as large as that less its gap, dips cut out, depths from its face. */
export function boardPanel(panel: Panel): Panel {
  const { board } = panel;
  if (!board) return panel;
  const known = derived.get(panel);
  if (known) return known;
  const { thicknessMm, gapMm, material } = board;
  const made: Panel = {
    ...panel,
    outline: grownOutline(panel.outline, -gapMm),
    thicknessMm,
    material,
    finished: false,
    // Holes of the wall are no holes of the board.
    holes: {},
    openings: Object.fromEntries(
      Object.entries(panel.dips).map(([id, dip]) => [
        id,
        { ...dip, outline: grownOutline(dip.outline, gapMm), taken: true },
      ]),
    ),
    obstacles: mapped(panel.obstacles, (one) => ({
      ...one,
      fromMm: one.fromMm + thicknessMm,
      toMm: one.toMm + thicknessMm,
    })),
    behindMm: thicknessMm + panel.thicknessMm,
    frontMm: panel.frontMm === null ? null : Math.max(0, panel.frontMm - thicknessMm),
    closings: mapped(panel.closings, (one) =>
      one.side === 'behind'
        ? one
        : {
            ...one,
            bottomLeft: Math.max(0, one.bottomLeft - thicknessMm),
            bottomRight: Math.max(0, one.bottomRight - thicknessMm),
            topLeft: Math.max(0, one.topLeft - thicknessMm),
          },
    ),
  };
  derived.set(panel, made);
  return made;
}

/** Where up is on a board whose lower edge is this one, degrees counter-clockwise from its top. */
export const UP = { bottom: 0, right: 90, top: 180, left: 270 } as const;

/** How gear lies on a board but for where and how it is turned. */
export const lyingOnBoard = ({ plugs, over }: Pick<Mounted, 'plugs' | 'over'>) =>
  ({ plugs: plugs ?? 'straight', over, adapter: null }) as const;

interface Footprint extends Turned {
  /** From where the leads leave it to the middle of its face. */
  readonly middle: Point;
}

/** A piece turned so far: its box, plugs and all, about where its leads leave it. */
function footprint({ face, solids }: Piece, turnDeg: number): Footprint {
  const all = [face, ...solids.map(({ contour }) => contour)];
  const plug = solids.find(({ what }) => what === 'plug')?.contour;
  const port = plug ? middleOf(plug) : middleOf(face);
  return {
    turnDeg,
    left: upTo(port[0] - Math.min(...all.map(({ left }) => left))),
    right: upTo(Math.max(...all.map(({ right }) => right)) - port[0]),
    down: upTo(port[1] - Math.min(...all.map(({ bottom }) => bottom))),
    up: upTo(Math.max(...all.map(({ top }) => top)) - port[1]),
    middle: [-port[0] || 0, -port[1] || 0],
  };
}

/** Heights that a board of another shape is told by: in each what is left and right of it is no board. */
const STRIPS = 12;

interface Field {
  /** Corner of the field within the board, turned so that its low edge is the lower one. */
  readonly corner: Point;
  readonly w: number;
  readonly h: number;
  readonly blocked: BoardTask['blocked'];
}

const fields = new WeakMap<Panel, Field>();

/** Where pieces may lie on a board, as a rectangle less what is no board. */
function fieldOf(panel: Panel, turn: number): Field {
  let field = fields.get(panel);
  if (!field) fields.set(panel, (field = layOut(panel, turn)));
  return field;
}
function layOut(panel: Panel, turn: number): Field {
  const site = siteOf(panel);
  const lay = { x: 0, y: 0, turnDeg: turn };
  const outline = laid(site.outline, lay);
  const { shape } = panel.outline;
  // A corner that is round takes so much off a square one.
  const inset = panel.outline.shape === 'rectangle' ? panel.outline.corner * (1 - Math.SQRT1_2) : 0;
  const [left, bottom] = [outline.left + inset, outline.bottom + inset];
  const [w, h] = [down(outline.right - inset - left), down(outline.top - inset - bottom)];
  const strips = shape === 'rectangle' ? [] : stripsOf(outline, left, bottom, w, h);
  const dips = site.openings.map(({ contour }) => {
    const own = laid(contour, lay);
    return {
      left: down(own.left - left),
      right: upTo(own.right - left),
      bottom: down(own.bottom - bottom),
      top: upTo(own.top - bottom),
    };
  });
  return { corner: [left, bottom], w, h, blocked: [...strips, ...dips] };
}

function stripsOf(
  outline: Contour,
  left: number,
  bottom: number,
  w: number,
  h: number,
): BoardTask['blocked'][number][] {
  return Array.from({ length: STRIPS }, (_, i) => {
    const [low, high] = [(h * i) / STRIPS, (h * (i + 1)) / STRIPS];
    const within = (x: number) =>
      [low, (low + high) / 2, high].every((y) => pointWithin(outline, left + x, bottom + y) >= 0);
    const inside = Array.from({ length: Math.ceil(w) }, (_, x) => x).filter(within);
    const [from, to] = [inside[0] ?? w, inside.at(-1) ?? w];
    return [
      { left: 0, right: from, bottom: low, top: high },
      { left: to, right: w, bottom: low, top: high },
    ];
  })
    .flat()
    .filter((box) => box.right > box.left);
}

/** What has been laid before need not be looked for again: jobs of one pattern have the same boards. */
const laidBefore = new Map<string, ReturnType<typeof layBoard>>();
const MOST_KNOWN = 200;
function lay(task: BoardTask): ReturnType<typeof layBoard> {
  const key = JSON.stringify(task);
  const found = laidBefore.get(key) ?? layBoard(task, looksFor(task.pieces.length));
  laidBefore.delete(key);
  if (laidBefore.size >= MOST_KNOWN) laidBefore.delete(laidBefore.keys().next().value!);
  laidBefore.set(key, found);
  return found;
}

/** Gear that stands on the board of its place, by place. */
export function boardGear(job: Pick<Job, 'gear' | 'craft'>): Map<string, string[]> {
  const byPlace = new Map<string, string[]>();
  for (const [id, { item, place, there }] of Object.entries(job.gear)) {
    if (place === null || there !== null || mountOf(item).cutout || !panelOf(job, place).panel.board) continue;
    byPlace.set(place, [...(byPlace.get(place) ?? []), id]);
  }
  return byPlace;
}

/** Whether gear is on one of the boards. */
export const onBoard = (boards: Readonly<Record<string, BoardPlan>>, id: string): boolean =>
  Object.values(boards).some(({ gear }) => gear.includes(id));

/** All boards of a job, by place. */
export function planBoards(job: Job, runs: readonly RunNeed[]): Readonly<Record<string, BoardPlan>> {
  const boards: Record<string, BoardPlan> = {};
  for (const [place, gear] of boardGear(job)) boards[place] = planBoard(job, place, gear, runs);
  return boards;
}

function planBoard(job: Job, place: string, gear: readonly string[], runs: readonly RunNeed[]): BoardPlan {
  const whole = panelOf(job, place).panel;
  const panel = boardPanel(whole);
  const { low, material } = whole.board!;
  // Turned so that the edge that water gathers at is the lower one.
  const turn = -UP[low];
  const field = fieldOf(panel, turn);
  const upright = panel.lies !== 'floor';
  const setOf = (id: string) => (Object.hasOwn(job.mounts, id) ? job.mounts[id]! : AS_PROPOSED);

  const footprints = gear.map((id) => {
    const mount = mountOf(job.gear[id]!.item);
    const { turnDeg, at, ...set } = setOf(id);
    const lies = lyingOnBoard(set);
    const asked = turnDeg ?? (at === null ? null : 0);
    const quarters = asked === null ? TURNS[mount.turns].filter((deg) => deg % 90 === 0) : [asked];
    const all = quarters.map((deg) => deg + turn);
    const allowed = upright ? all.filter((deg) => !facesUp(mount, { ...lies, turnDeg: deg })) : all;
    const own = (allowed.length ? allowed : all).map((deg) =>
      footprint(pieceOf(mount, { ...lies, turnDeg: deg }, material), deg),
    );
    return own as [Footprint, ...Footprint[]];
  });
  const pieces = gear.map((id, i): BoardPiece => {
    const { at } = setOf(id);
    const [print] = footprints[i]!;
    const where = at && laidPoint([...at], { x: 0, y: 0, turnDeg: turn });
    return {
      turns: footprints[i]!,
      air: Math.max(ROOM, mountOf(job.gear[id]!.item).airMm),
      fixed: where
        ? [where[0] - print.middle[0] - field.corner[0], where[1] - print.middle[1] - field.corner[1]]
        : undefined,
    };
  });
  const index = new Map(gear.map((id, i) => [id, i]));
  const wires: { a: number; b: number; count: number }[] = [];
  const leaving = gear.map(() => 0);
  for (const { from, to, conductors } of runs) {
    const [a, b] = [index.get(from), index.get(to)];
    if (a !== undefined && b !== undefined) wires.push({ a, b, count: conductors.length });
    else if (a !== undefined) leaving[a]! += conductors.length;
    else if (b !== undefined) leaving[b]! += conductors.length;
  }
  const { layout, proven } =
    pieces.length > MOST_PIECES
      ? { layout: undefined, proven: false }
      : lay({ w: field.w, h: field.h, blocked: field.blocked, pieces, wires, leaving });
  const at = Object.fromEntries(
    (layout?.pieces ?? []).map(({ x, y, turnDeg }, i) => {
      const { middle } = footprints[i]!.find((one) => one.turnDeg === turnDeg)!;
      const [px, py] = laidPoint([x + field.corner[0] + middle[0], y + field.corner[1] + middle[1]], {
        x: 0,
        y: 0,
        turnDeg: -turn,
      });
      return [
        gear[i]!,
        { at: [hundredth(px), hundredth(py)] as Point, turnDeg: (((turnDeg - turn) % 360) + 360) % 360 },
      ];
    }),
  );
  const lying = Object.entries(at).map(([id, { at, turnDeg }]): OnBoard => {
    const mount = mountOf(job.gear[id]!.item);
    return { at, piece: pieceOf(mount, { turnDeg, ...lyingOnBoard(setOf(id)) }, material) };
  });
  return {
    at,
    gear,
    wireMm: layout && Math.round(layout.wireMm),
    leastMm: layout && Math.floor(layout.leastMm),
    proven,
    screws: screwsOf(panel, lying),
    screwMm: Math.floor(panel.thicknessMm + whole.thicknessMm - UNDER_TIP),
  };
}

interface OnBoard {
  readonly at: Point;
  readonly piece: Piece;
}
const lastScrews = new WeakMap<Panel, { readonly under: readonly OnBoard[]; readonly screws: readonly Point[] }>();

/** Screws of a board in its corners and the middle of its edges, where no gear and no dip is. */
function screwsOf(panel: Panel, under: readonly OnBoard[]): readonly Point[] {
  const last = lastScrews.get(panel);
  const isSame = ({ at: [x, y], piece }: OnBoard, i: number) => {
    const before = last!.under[i]!;
    return piece === before.piece && x === before.at[0] && y === before.at[1];
  };
  if (last?.under.length === under.length && under.every(isSame)) return last.screws;
  const covered = under.flatMap(({ at, piece: { face, solids } }) =>
    [face, ...solids.map(({ contour }) => contour)].map((contour) => moved(contour, ...at)),
  );
  const screws = placeScrews(panel, covered);
  lastScrews.set(panel, { under, screws });
  return screws;
}
function placeScrews(panel: Panel, covered: readonly Contour[]): Point[] {
  const { outline, openings } = siteOf(panel);
  const { left, right, bottom, top } = grownContour(panel.outline, -SCREW_IN);
  const [mx, my] = [(left + right) / 2, (bottom + top) / 2];
  const clear = ([x, y]: Point) =>
    pointWithin(outline, x, y) >= SCREW_IN / 2 &&
    [...covered, ...openings.map(({ contour }) => contour)].every((c) => -pointWithin(c, x, y) >= SCREW_CLEAR);
  const corners: Point[] = [
    [left, top],
    [right, top],
    [left, bottom],
    [right, bottom],
  ];
  const free = corners.filter(clear);
  const between: Point[] = [
    [mx, top],
    [mx, bottom],
    [left, my],
    [right, my],
  ];
  return (free.length === 4 ? free : [...free, ...between.filter(clear)]).map(([x, y]): Point => [
    hundredth(x),
    hundredth(y),
  ]);
}

/** Holes of a board's screws, mm: through it, and for their thread in the wall. */
export const boardScrew = (wall: Material): { readonly throughMm: number; readonly threadMm: number } => ({
  throughMm: clearanceHole(SCREW),
  threadMm: threadHole(SCREW, wall),
});
