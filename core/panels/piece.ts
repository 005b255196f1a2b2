import type { Adapter } from '../gear/adapter';
import type { FastenerGroup, Mount, PlugSide } from '../gear/mount';
import { laid, laidPoint, rectangle, type Contour, type Point } from '../plane/contour';
import { contourOf } from '../plane/outline';
import { clearanceHole, threadHole } from '../tables/threads';
import type { Material } from '../tables/materials';

/** How gear is laid on its panel, but for where. */
export interface Lying {
  readonly turnDeg: number;
  readonly plugs: 'straight' | 'angled';
  /** Upside down, its face upright: its plugs leave by the other side. */
  readonly over: boolean;
  /** What is cut to go between it and the panel. */
  readonly adapter: Adapter | null;
}

/** Something of gear that takes up room from one depth to another. */
export interface Solid {
  readonly what: 'body' | 'plug';
  readonly contour: Contour;
  readonly fromMm: number;
  readonly toMm: number;
}

/** A hole that a fastener wants in the panel. */
export interface Fastening {
  readonly group: string;
  readonly fastener: FastenerGroup;
  readonly at: Point;
  /** Hole to be made, mm; nothing where it goes into what is there. */
  readonly mm: number;
}

/** Gear turned as it lies, about 0, 0. */
export interface Piece {
  readonly mount: Mount;
  readonly lying: Lying;
  readonly face: Contour;
  readonly cutout: Contour | undefined;
  readonly solids: readonly Solid[];
  readonly fastenings: readonly Fastening[];
  /** Deepest behind the face and highest before it, plugs and their leads counted, mm. */
  readonly behindMm: number;
  readonly beforeMm: number;
}

/** Part of a body that the plugs at its back take up, across and up. */
const PLUG_PART = 0.6;

/** Room that a plug wants beyond its body, with its lead, mm: a straight one's bends behind it. */
export function plugRoom({ plugs }: Mount, kind: Lying['plugs']): number {
  if (kind === 'angled' && plugs.angledMm !== null) return plugs.angledMm;
  return plugs.straightMm === 0 ? 0 : plugs.straightMm + plugs.bendMm;
}

const OPPOSITE: Readonly<Record<PlugSide, PlugSide>> = {
  back: 'back',
  top: 'bottom',
  bottom: 'top',
  left: 'right',
  right: 'left',
};

/** The side plugs leave by, as the piece lies but for its turn. */
export const plugSide = ({ plugs }: Mount, { over }: Pick<Lying, 'over'>): PlugSide =>
  over ? OPPOSITE[plugs.side] : plugs.side;

/** The way that plugs point before they are turned, degrees counter-clockwise from up. */
const POINTS = { top: 0, left: 90, bottom: 180, right: 270 } as const;
/** Plugs that point this near to straight up face up, degrees. */
const UPWARDS = 45;

/** Whether plugs face up, and may not; `upDeg` is where up is on the panel, counter-clockwise from its top. */
export function facesUp(mount: Mount, { turnDeg, over }: Pick<Lying, 'turnDeg' | 'over'>, upDeg = 0): boolean {
  const { straightMm, angledMm, mayFaceUp } = mount.plugs;
  const side = plugSide(mount, { over });
  if (mayFaceUp || side === 'back' || (straightMm === 0 && angledMm === null)) return false;
  const off = (((POINTS[side] + turnDeg - upDeg) % 360) + 360) % 360;
  return Math.min(off, 360 - off) < UPWARDS;
}

const plugBodies = new WeakMap<Mount, ReturnType<typeof deepest>>();
/** The body that plugs are on: the deepest. */
function plugBody(mount: Mount): ReturnType<typeof deepest> {
  let body = plugBodies.get(mount);
  if (!body) plugBodies.set(mount, (body = deepest(mount)));
  return body;
}
function deepest({ bodies }: Mount) {
  const body = bodies.reduce((deep, next) => (next.toMm > deep.toMm ? next : deep));
  const { left, right, bottom, top } = laid(contourOf(body.outline), { x: body.at[0], y: body.at[1], turnDeg: 0 });
  return { ...body, left, right, bottom, top, x: (left + right) / 2, y: (bottom + top) / 2 };
}

/** Where plugs and leads are: behind the deepest body, or beside the nearest to the side they leave by. */
function plugSolid(mount: Mount, lying: Lying): Omit<Solid, 'what'> | undefined {
  const room = plugRoom(mount, lying.plugs);
  if (room === 0) return undefined;
  const { left, right, bottom, top, x, y, fromMm, toMm } = plugBody(mount);
  const [w, h] = [right - left, top - bottom];
  switch (plugSide(mount, lying)) {
    case 'back':
      return { contour: rectangle([x, y], w * PLUG_PART, h * PLUG_PART), fromMm: toMm, toMm: toMm + room };
    case 'left':
      return { contour: rectangle([left - room / 2, y], room, h), fromMm, toMm };
    case 'right':
      return { contour: rectangle([right + room / 2, y], room, h), fromMm, toMm };
    case 'top':
      return { contour: rectangle([x, top + room / 2], w, room), fromMm, toMm };
    case 'bottom':
      return { contour: rectangle([x, bottom - room / 2], w, room), fromMm, toMm };
  }
}

/** A point or a way on a panel, and how deep behind its face. */
export interface Deep {
  readonly at: Point;
  readonly deepMm: number;
}

/** How leads leave gear: where they are joined to it, which way they go and how far straight, and how they bend. */
export interface LeadsOut {
  readonly from: Deep;
  /** Of length one. */
  readonly way: Deep;
  readonly straightMm: number;
  /** 0 where a lead may go off any way from there. */
  readonly bendMm: number;
}

/** Where and how leads leave gear as it lies, about the middle of its face; an angled plug sends them off any way. */
export function leadsOut(mount: Mount, lying: Lying): LeadsOut {
  const { left, right, bottom, top, x, y, fromMm, toMm } = plugBody(mount);
  const { straightMm, angledMm, bendMm } = mount.plugs;
  const angled = lying.plugs === 'angled' && angledMm !== null;
  const middle = (fromMm + toMm) / 2;
  const sides: Readonly<Record<PlugSide, readonly [at: Point, way: Point, deepMm: number, deeper: number]>> = {
    back: [[x, y], [0, 0], toMm, 1],
    left: [[left, y], [-1, 0], middle, 0],
    right: [[right, y], [1, 0], middle, 0],
    top: [[x, top], [0, 1], middle, 0],
    bottom: [[x, bottom], [0, -1], middle, 0],
  };
  const [at, way, deepMm, deeper] = sides[plugSide(mount, lying)];
  const turn = { x: 0, y: 0, turnDeg: lying.turnDeg };
  return {
    from: { at: laidPoint(at, turn), deepMm: deepMm - (lying.adapter?.thicknessMm ?? 0) },
    way: { at: laidPoint(way, turn), deepMm: deeper },
    straightMm: angled ? angledMm : straightMm,
    bendMm: angled ? 0 : bendMm,
  };
}

/** What a fastener wants drilled, mm: nothing where it goes into an insert, boss or thread that is there. */
function holeOf({ thread, seat }: FastenerGroup, material: Material): number {
  if (seat === 'nut' || seat === 'clip') return clearanceHole(thread);
  return seat === 'panel' ? threadHole(thread, material) : 0;
}

const pieces = new WeakMap<Mount, Map<string, Piece>>();
/** Ways one mount lies that are known at most. */
const MOST_WAYS = 100;

/** Gear as it lies, for a panel of some material. Depths are from the panel's face, whatever lies on that. */
export function pieceOf(mount: Mount, lying: Lying, material: Material): Piece {
  let known = pieces.get(mount);
  if (!known) pieces.set(mount, (known = new Map<string, Piece>()));
  const { turnDeg, plugs, over, adapter } = lying;
  const key = `${turnDeg} ${plugs} ${over} ${material} ${adapter ? JSON.stringify(adapter) : ''}`;
  let piece = known.get(key);
  if (piece) return piece;
  if (known.size >= MOST_WAYS) known.clear();
  known.set(key, (piece = lay(mount, { turnDeg, plugs, over, adapter }, material)));
  return piece;
}
function lay(mount: Mount, lying: Lying, material: Material): Piece {
  const lay = { x: 0, y: 0, turnDeg: lying.turnDeg };
  const { adapter } = lying;
  const outMm = adapter?.thicknessMm ?? 0;
  const into = adapter?.kind === 'plate' ? adapter.material : material;
  const plug = plugSolid(mount, lying);
  const solids: Solid[] = mount.bodies.map(({ outline, at, fromMm, toMm }) => ({
    what: 'body',
    contour: laid(laid(contourOf(outline), { x: at[0], y: at[1], turnDeg: 0 }), lay),
    fromMm: fromMm - outMm,
    toMm: toMm - outMm,
  }));
  if (plug)
    solids.push({
      what: 'plug',
      contour: laid(plug.contour, lay),
      fromMm: plug.fromMm - outMm,
      toMm: plug.toMm - outMm,
    });
  return {
    mount,
    lying,
    face: laid(contourOf(mount.face), lay),
    cutout: mount.cutout ? laid(contourOf(mount.cutout), lay) : undefined,
    solids,
    fastenings: Object.entries(mount.groups).flatMap(([group, fastener]) =>
      fastener.at.map((at) => ({
        group,
        fastener,
        at: laidPoint(at, lay),
        // A clamp goes round its tube: nothing is drilled.
        mm: mount.fixing === 'tubeClamp' ? 0 : holeOf(fastener, into),
      })),
    ),
    behindMm: Math.max(0, ...solids.map(({ toMm }) => toMm)),
    beforeMm: Math.max(0, ...solids.map(({ fromMm }) => -fromMm)),
  };
}
