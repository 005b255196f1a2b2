import type { CoverWay, Fastener, Opened } from '#core/craft/cover';
import type { Leg } from '#core/craft/leg';

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
