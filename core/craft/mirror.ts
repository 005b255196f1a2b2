import type { Outline } from '../plane/outline';
import type { Cover, CoverWay } from './cover';
import { isTurning, type Joint } from './joint';
import type { Leg } from './leg';
import type { Panel } from './panel';
import type { Pattern, Stroke } from './pattern';
import { movedPath } from './path';
import type { Place } from './place';

type P = [number, number, number];
type At = [number, number];
const SIDES: Readonly<Record<string, string>> = {
  left: 'right',
  right: 'left',
  'port side': 'starboard side',
  'starboard side': 'port side',
  'to port': 'to starboard',
  'to starboard': 'to port',
};
/** Whole words, and the parts of a key: not the end of “upright”, nor the beginning of “leftover”. */
const SIDED =
  /Left(?![a-z])|Right(?![a-z])|(?<![A-Za-z])(?:left|right|(?:[Pp]ort|[Ss]tarboard) side|to (?:port|starboard))(?![a-z])/g;
const swapped = (word: string): string => {
  const other = SIDES[word.toLowerCase()]!;
  return word[0] === word[0]!.toLowerCase() ? other : other[0]!.toUpperCase() + other.slice(1);
};
/** One side for the other in a key or a name. */
export const otherSide = (text: string): string => text.replace(SIDED, swapped);
export const flip = ([x, y, z]: P): P => [x, y === 0 ? 0 : -y, z];

const keys = <T>(map: Readonly<Record<string, T>>, change: (one: T) => T = (one) => one): Record<string, T> =>
  Object.fromEntries(Object.entries(map).map(([id, one]) => [otherSide(id), change(one)]));
const reached = <T extends { through?: string | undefined }>(one: T): T =>
  one.through === undefined ? one : { ...one, through: otherSide(one.through) };

const across = ([x, y]: readonly [number, number]): At => [-x || 0, y];
const outlineAcross = (outline: Outline): Outline =>
  outline.shape === 'polygon' ? { ...outline, points: outline.points.map(across).reverse() } : outline;
const lyingAcross = <T extends { readonly outline: Outline; readonly at: At; readonly turnDeg: number }>(
  one: T,
): T => ({
  ...one,
  outline: outlineAcross(one.outline),
  at: across(one.at),
  turnDeg: -one.turnDeg || 0,
});
const inside = <T>(map: Readonly<Record<string, T>>, change: (one: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(map).map(([id, one]) => [id, change(one)]));

/** A panel as it is on the other side of the craft, seen from its finished side as ever; its partner is named anew. */
export const panelOnOtherSide = (panel: Panel): Panel => ({
  ...panel,
  outline: outlineAcross(panel.outline),
  datum: { ...panel.datum, x: panel.datum.x === 'left' ? 'right' : 'left' },
  openings: inside(panel.openings, lyingAcross),
  holes: inside(panel.holes, (hole) => ({ ...hole, at: across(hole.at) })),
  obstacles: inside(panel.obstacles, lyingAcross),
  dips: inside(panel.dips, lyingAcross),
  closings: keys(panel.closings, ({ side, bottomLeft, bottomRight, topLeft }) => ({
    side,
    bottomLeft: bottomRight,
    bottomRight: bottomLeft,
    topLeft: bottomRight + topLeft - bottomLeft,
  })),
  partner: panel.partner === null ? null : otherSide(panel.partner),
  board: panel.board && {
    ...panel.board,
    low: ({ left: 'right', right: 'left', top: 'top', bottom: 'bottom' } as const)[panel.board.low],
  },
});

/** One entry as it is on the other side of the craft: mirrored over the middle plane, and all it names called so. */
export const onOtherSide = {
  bodies: ({ name }: Pattern['bodies'][string]): Pattern['bodies'][string] => ({ name: otherSide(name) }),
  places: (one: Place): Place => ({
    ...reached(one),
    name: otherSide(one.name),
    body: otherSide(one.body),
    at: flip(one.at),
    faces: flip(one.faces),
    covers: keys(one.covers),
    ...(one.panel ? { panel: panelOnOtherSide(one.panel) } : {}),
  }),
  /** What turned one way round its axis turns so about the mirrored one: the axis is turned over as well as mirrored. */
  joints: (one: Joint): Joint => {
    const named = {
      name: otherSide(one.name),
      fixed: otherSide(one.fixed),
      moving: otherSide(one.moving),
    };
    if (isTurning(one)) {
      const [x, y, z] = one.axisDirection;
      return { ...one, ...named, axisPoint: flip(one.axisPoint), axisDirection: [-x || 0, y, -z || 0] };
    }
    const { obstacle } = one;
    return {
      ...one,
      ...named,
      direction: flip(one.direction),
      obstacle: obstacle && { ...obstacle, point: flip(obstacle.point), direction: flip(obstacle.direction) },
    };
  },
  junctions: (one: Pattern['junctions'][string]): Pattern['junctions'][string] => ({
    name: otherSide(one.name),
    body: otherSide(one.body),
    at: flip(one.at),
  }),
  legs: (one: Leg): Leg => ({
    ...reached(one),
    name: otherSide(one.name),
    from: otherSide(one.from),
    to: otherSide(one.to),
    via: one.via.map(flip),
    covers: keys(one.covers),
    ...(one.joint === undefined ? {} : { joint: otherSide(one.joint) }),
    ...(one.fish ? { fish: { ...one.fish, covers: keys(one.fish.covers) } } : {}),
    ...(one.passes
      ? { passes: keys(one.passes, (hole) => ({ ...hole, name: otherSide(hole.name), at: flip(hole.at) })) }
      : {}),
    ...(one.ties ? { ties: keys(one.ties, (tie) => ({ ...tie, at: flip(tie.at) })) } : {}),
  }),
  covers: (one: Cover): Cover => ({
    ...one,
    name: otherSide(one.name),
    states: Object.fromEntries(
      (Object.entries(one.states) as [string, CoverWay][]).map(([state, way]) => [
        state,
        {
          ...way,
          after: keys(way.after),
          fasteners: keys(way.fasteners, (screw) => ({ ...screw, where: otherSide(screw.where) })),
          plugs: keys(way.plugs, otherSide),
          hoses: keys(way.hoses, otherSide),
          ...(way.plugHints ? { plugHints: keys(way.plugHints, otherSide) } : {}),
          hint: otherSide(way.hint),
          ...(way.refit === undefined ? {} : { refit: otherSide(way.refit) }),
        },
      ]),
    ),
  }),
};

/** A path of the view from above turned over the middle line. */
export const mirroredPath = (d: string): string =>
  movedPath(
    d,
    (x) => x,
    (y) => (y === 0 ? 0 : -y),
    { turned: true },
  );

/** A line of the view from above as it is on the other side. */
export const strokeOnOtherSide = ({ cover, ...stroke }: Stroke): Stroke => ({
  ...stroke,
  body: otherSide(stroke.body),
  ...(cover === undefined ? {} : { cover: otherSide(cover) }),
  d: mirroredPath(stroke.d),
});
