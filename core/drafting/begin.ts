import * as v from 'valibot';
import { PATTERN_VERSION, type Pattern } from '../craft/pattern';
import type { Place } from '../craft/place';
import { Id } from '../text/scalars';
import { searchWords } from '../text/search';
import type { Draft } from './draft';

/** What a craft is begun from where nothing is like it: its kind, and its length, width and height over all, mm. */
export interface Blank {
  readonly id: string;
  readonly name: string;
  readonly kind: Pattern['kind'];
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Left round a craft on its sheets, mm. */
const MARGIN = 150;
/** What a battery stands in, mm: about that of a small one (common practice). */
const BATTERY: Place['room'] = { w: 150, h: 140, d: 90 };

const FUSE_WITHIN = {
  boat: { fuseWithinMm: 175, fuseWithinSource: 'ABYC E-11 (from memory)' },
  road: { fuseWithinMm: 450, fuseWithinSource: 'common practice on road craft' },
} as const;

/**
 * An empty sheet of that size, x from the rear end forward, the middle line at y = 0, the ground at z = 0: one body, and
 * the two places that every craft has. It has no faults.
 */
export function blankPattern({ id, name, kind, lengthMm, widthMm, heightMm }: Blank): Draft {
  const middle = lengthMm / 2;
  const place = (called: string, at: Place['at'], room: Place['room']): Place => ({
    name: called,
    body: 'body',
    at,
    faces: [0, 0, 1],
    accepts: [],
    room,
    exposure: 'sheltered',
    allowanceMm: 200,
    covers: {},
  });
  const side = [-MARGIN, -MARGIN, lengthMm + MARGIN, heightMm + MARGIN] as [number, number, number, number];
  const half = widthMm / 2 + MARGIN;
  return {
    version: PATTERN_VERSION,
    id,
    name,
    kind,
    bodies: { body: { name: kind === 'boat' ? 'Hull' : kind === 'recreationalVehicle' ? 'Body' : 'Frame' } },
    places: {
      battery: place('Battery', [middle, 0, heightMm * 0.4], BATTERY),
      accessory: place('Switched feed', [middle + 200, 0, heightMm * 0.5], { w: 60, h: 40, d: 40 }),
    },
    junctions: {},
    legs: {},
    joints: {},
    covers: {},
    measures: {},
    usualMemories: {},
    batteryPlace: 'battery',
    switchedPlace: 'accessory',
    ears: [middle, 0, heightMm],
    ...FUSE_WITHIN[kind === 'boat' ? 'boat' : 'road'],
    drawing: {
      side: { bounds: side, strokes: {} },
      top: { bounds: [-MARGIN, -half, lengthMm + MARGIN, half], strokes: {} },
    },
  };
}

/** A copy to be drawn on as another craft: pictures stay with what they were laid under. */
export function likeOne({ underlays, ...pattern }: Pattern, id: string, name: string): Draft {
  return { ...pattern, id, name };
}

/** A key for what is called so that none of those taken has: its words run together, “podLeft” of “Pod, left”. */
export function keyOf(name: string, taken: object): string {
  const words = searchWords(name).filter((word) => /^[a-z0-9]+$/.test(word));
  const [first = 'one', ...rest] = words;
  return freeKey(`${first}${rest.map((word) => word[0]!.toUpperCase() + word.slice(1)).join('')}`.slice(0, 40), taken);
}
/** The key itself, or with the first number that makes it one of its own; what every record has is taken. */
export function freeKey(key: string, taken: object): string {
  // A key has 64 characters at most, its number among them.
  const stem = key.slice(0, 58);
  let free = stem;
  for (let n = 2; Object.hasOwn(taken, free) || !v.is(Id, free); n++) free = `${stem}${n}`;
  return free;
}
