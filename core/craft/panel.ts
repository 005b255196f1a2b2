import * as v from 'valibot';
import { without } from '../document/edits';
import type { Fault } from '../document/fault';
import { At, Outline } from '../plane/outline';
import { MATERIAL_IDS } from '../tables/materials';
import { Id, Text, entriesOf, ranged } from '../text/scalars';

/** How far from the face that gear sits on, mm: behind it is positive, in front of it negative. */
const Depth = ranged(-2000, 2000, 'mm');
const Room = ranged(0, 2000, 'mm');

/** What can stand in the way in front of a panel or behind it. */
export const OBSTACLES = {
  boss: 'moulded boss',
  rib: 'rib or stiffener',
  structure: 'frame or structure',
  wall: 'wall',
  tank: 'tank',
  cable: 'cable or steering',
  hose: 'hose or duct',
  loom: 'loom',
} as const;
export type ObstacleKind = keyof typeof OBSTACLES;
const OBSTACLE_IDS = Object.keys(OBSTACLES) as [ObstacleKind, ...ObstacleKind[]];

/** Where a panel lies in the room of its place: across its front, on its floor, or against its back. */
export const PANEL_LIES = { face: 'across the front', floor: 'on the floor', back: 'against the back' } as const;
export type PanelLies = keyof typeof PANEL_LIES;

/** How gear lies round its middle on a panel, degrees counter-clockwise. */
export const Turn = ranged(-360, 360, '°');

/** An opening that is there, of any shape. One that something stays in is kept clear of; another may be used. */
export const Opening = v.strictObject({ name: Text, outline: Outline, at: At, turnDeg: Turn, taken: v.boolean() });
/** A hole of a screw that is there. */
export const OldHole = v.strictObject({ name: Text, at: At, mm: ranged(0.5, 60, 'mm') });
/** What stands in the way, from one depth to another. */
export const ObstacleShape = v.strictObject({
  name: Text,
  kind: v.picklist(OBSTACLE_IDS),
  outline: Outline,
  at: At,
  turnDeg: Turn,
  fromMm: Depth,
  toMm: Depth,
});
export const Obstacle = v.pipe(
  ObstacleShape,
  v.check(({ fromMm, toMm }) => fromMm < toMm, 'expected to begin nearer than it ends'),
);
/** The inside of an outer cover while it is on: how far from the face it is at three corners of the panel, mm. */
export const ClosingShape = v.strictObject({
  side: v.picklist(['front', 'behind']),
  bottomLeft: Room,
  bottomRight: Room,
  topLeft: Room,
});
/** Where a board in this compartment cannot lie, or has to be notched. */
export const Dip = v.strictObject({ name: Text, outline: Outline, at: At, turnDeg: Turn });

export const Panel = v.strictObject({
  lies: v.picklist(Object.keys(PANEL_LIES) as [PanelLies, ...PanelLies[]]),
  /** Seen from its finished side, in its own millimetres. */
  outline: Outline,
  /** The two edges that everything is measured from. */
  datum: v.strictObject({ x: v.picklist(['left', 'right']), y: v.picklist(['top', 'bottom']) }),
  thicknessMm: ranged(0.3, 100, 'mm'),
  /** Null: what the place, or the hull, is made of. */
  material: v.nullable(v.picklist(MATERIAL_IDS)),
  /** The side that is seen is painted, gelcoated or polished. */
  finished: v.boolean(),
  openings: entriesOf(24, 'openings', Opening),
  holes: entriesOf(60, 'holes', OldHole),
  obstacles: entriesOf(40, 'obstacles', Obstacle),
  /** Free behind the face, the panel itself counted, and in front of it, mm; null where nothing ends it. */
  behindMm: v.nullable(Room),
  frontMm: v.nullable(Room),
  /** What is met there first, in words: it decides what a bit may run into. */
  beyond: Text,
  /** By the cover that closes over it. */
  closings: entriesOf(6, 'covers', ClosingShape),
  /** The place on the other side that mirrors this one. */
  partner: v.nullable(Id),
  /** Diameter of the tube that a clamp goes round, mm. */
  tubeMm: v.nullable(ranged(5, 200, 'mm')),
  /** A compartment for a board: the gap for wires round it, the edge that water gathers at, and what it is cut of. */
  board: v.nullable(
    v.strictObject({
      gapMm: ranged(0, 300, 'mm'),
      low: v.picklist(['left', 'right', 'top', 'bottom']),
      thicknessMm: ranged(1, 60, 'mm'),
      material: v.picklist(MATERIAL_IDS),
    }),
  ),
  dips: entriesOf(12, 'dips', Dip),
});
export type Panel = v.InferOutput<typeof Panel>;
/** What of a panel is said entry by entry, so that two people's entries both stand. */
export const PANEL_LISTS = {
  openings: Opening,
  holes: OldHole,
  obstacles: Obstacle,
  closings: ClosingShape,
  dips: Dip,
};
export type PanelList = keyof typeof PANEL_LISTS;
export const PANEL_LIST_IDS = Object.keys(PANEL_LISTS) as [PanelList, ...PanelList[]];
/** The rest of it. */
export const PanelOnce = v.omit(Panel, PANEL_LIST_IDS);

/** What a panel names must exist. */
export function panelFaults(
  panel: Panel,
  place: string,
  pattern: { readonly covers: object; readonly places: object },
  path: readonly string[],
): Fault[] {
  const found: Fault[] = [];
  for (const cover of Object.keys(panel.closings))
    if (!Object.hasOwn(pattern.covers, cover))
      found.push({ path: [...path, 'closings', cover], expected: 'expected a cover of this craft' });
  if (panel.partner !== null && (panel.partner === place || !Object.hasOwn(pattern.places, panel.partner)))
    found.push({ path: [...path, 'partner'], expected: 'expected another place of this craft' });
  return found;
}

/** A panel where a cover no longer closes over it; the very same one where it did not. */
export function withoutCover(panel: Panel, cover: string): Panel {
  const closings = without(panel.closings, (id) => id === cover);
  return closings === panel.closings ? panel : { ...panel, closings };
}
/** A panel without the place it was mirrored by. */
export const withoutPartner = (panel: Panel, place: string): Panel =>
  panel.partner === place ? { ...panel, partner: null } : panel;
