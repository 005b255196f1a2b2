import type { Cover, CoverWay } from './cover';
import type { Leg } from './leg';
import type { Pattern, Stroke } from './pattern';
import { movedPath } from './path';
import type { Place } from './place';

type P = [number, number, number];
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
  }),
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
          hint: otherSide(way.hint),
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
