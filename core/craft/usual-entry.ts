import type { CoverWay, Fastener } from './cover';
import type { Leg } from './leg';
import type { Place } from './place';

/* What a new entry of a craft is as usual, in what nobody has said of it yet (common practice). */

export const NEW_WAY: CoverWay = {
  minutes: { off: 2, on: 2 },
  after: {},
  fasteners: {},
  plugs: {},
  hoses: {},
  second: false,
  cautions: [],
  hint: '',
};
export const NEW_FASTENER: Fastener = {
  count: 2,
  drive: 'hexSocket5',
  size: 'M6 × 20',
  where: 'edge',
  torqueNm: null,
  single: false,
};
export const NEW_PLACE: Omit<Place, 'name' | 'body' | 'at'> = {
  faces: [0, 0, 1],
  accepts: [],
  room: { w: 200, h: 120, d: 60 },
  exposure: 'splash',
  allowanceMm: 300,
  covers: {},
};
export const NEW_LEG: Omit<Leg, 'name' | 'from' | 'to'> = { via: [], hazards: [], engineSpace: false, covers: {} };
