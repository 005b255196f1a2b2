import type { Cover, CoverWay, Fastener, Opened } from '#core/craft/cover';
import type { Leg, PassThrough, TiePoint } from '#core/craft/leg';
import type { Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';

type P = [number, number, number];
/** Left for right in a key or a name. */
export const otherSide = (text: string): string => text.replace(/Left|left|port side|to port/g, (word) => SIDES[word]!);
const SIDES: Readonly<Record<string, string>> = {
  Left: 'Right',
  left: 'right',
  'port side': 'starboard side',
  'to port': 'to starboard',
};
export const flip = ([x, y, z]: P): P => [x, y === 0 ? 0 : -y, z];

/** Covers that have to come right off. */
export const off = (...ids: string[]): Opened => Object.fromEntries(ids.map((id) => [id, 'off']));

export const screws = (
  count: number,
  drive: Fastener['drive'],
  size: string,
  where: string,
  torqueNm: number | null = null,
  single = false,
): Fastener => ({ count, drive, size, where, torqueNm, single });

export const coverWay = (
  minutesOff: number,
  minutesOn: number,
  hint: string,
  more: Partial<CoverWay> = {},
): CoverWay => ({
  minutes: { off: minutesOff, on: minutesOn },
  after: {},
  fasteners: {},
  plugs: {},
  hoses: {},
  second: false,
  cautions: [],
  hint,
  ...more,
});

export const leg = (name: string, from: string, to: string, more: Partial<Leg> = {}): Leg => ({
  name,
  from,
  to,
  via: [],
  hazards: [],
  engineSpace: false,
  covers: {},
  ...more,
});

export const node = (name: string, body: string, at: P) => ({ name, body, at });

/** A place in as few words as it has. */
export const place = (
  name: string,
  body: string,
  at: P,
  faces: P,
  accepts: Place['accepts'],
  [w, h, d]: P,
  more: Partial<Place> = {},
): Place => ({
  name,
  body,
  at,
  faces,
  accepts,
  room: { w, h, d },
  exposure: 'sheltered',
  allowanceMm: 300,
  covers: {},
  ...more,
});

export const pass = (name: string, at: P, mm: number, more: Partial<PassThrough> = {}): PassThrough => ({
  name,
  at,
  mm,
  edge: 'bare',
  drillToMm: null,
  ...more,
});
/** Points to tie to along a leg. */
export const tiesAt = (kind: TiePoint['kind'], ...at: P[]): Record<string, TiePoint> =>
  Object.fromEntries(at.map((point, i) => [`${kind}${i + 1}`, { kind, at: point }]));

const keys = <T>(map: Readonly<Record<string, T>>, change: (one: T) => T = (one) => one): Record<string, T> =>
  Object.fromEntries(Object.entries(map).map(([id, one]) => [otherSide(id), change(one)]));
const reached = <T extends { through?: string | undefined }>(one: T): T =>
  one.through === undefined ? one : { ...one, through: otherSide(one.through) };

/** Entries of the left side, and each again on the right: mirrored, and called so. */
export const sides = {
  places: (left: Record<string, Place>): Record<string, Place> => ({
    ...left,
    ...keys(left, (one) => ({
      ...reached(one),
      name: otherSide(one.name),
      body: otherSide(one.body),
      at: flip(one.at),
      faces: flip(one.faces),
      covers: keys(one.covers),
    })),
  }),
  junctions: (left: Pattern['junctions']): Pattern['junctions'] => ({
    ...left,
    ...keys(left, (one) => ({ name: otherSide(one.name), body: otherSide(one.body), at: flip(one.at) })),
  }),
  legs: (left: Record<string, Leg>): Record<string, Leg> => ({
    ...left,
    ...keys(left, (one) => ({
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
    })),
  }),
  covers: (left: Record<string, Cover>): Record<string, Cover> => ({
    ...left,
    ...keys(left, (one) => ({
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
    })),
  }),
};
