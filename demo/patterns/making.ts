import { NEW_WAY } from '#core/craft/usual-entry';
import type { Cover, CoverWay, Fastener, Opened } from '#core/craft/cover';
import { onOtherSide, otherSide } from '#core/craft/mirror';
import type { Leg, PassThrough, TiePoint } from '#core/craft/leg';
import type { Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';

type P = [number, number, number];
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
  ...NEW_WAY,
  minutes: { off: minutesOff, on: minutesOn },
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

const both = <T>(left: Record<string, T>, other: (one: T) => T): Record<string, T> => ({
  ...left,
  ...Object.fromEntries(Object.entries(left).map(([id, one]) => [otherSide(id), other(one)])),
});
/** Entries of the left side, and each again on the right: mirrored, and called so. */
export const sides = {
  places: (left: Record<string, Place>) => both(left, onOtherSide.places),
  junctions: (left: Pattern['junctions']) => both(left, onOtherSide.junctions),
  legs: (left: Record<string, Leg>) => both(left, onOtherSide.legs),
  covers: (left: Record<string, Cover>) => both(left, onOtherSide.covers),
};
