import type * as v from 'valibot';
import type { Fault } from '../document/fault';
import { entriesOf } from '../text/scalars';

/**
 * Most of each that a job may hold: far more than any craft has, and no more than is planned while a person waits.
 * What the schema says in words stands here once.
 */
export const LIMITS = {
  gear: [64, 'pieces of gear'],
  batteries: [6, 'batteries'],
  ties: [8, 'ties between batteries'],
  existing: [100, 'existing circuits'],
  lamps: [60, 'lamps'],
  memories: [100, 'settings'],
  zones: [20, 'zones'],
  panels: [150, 'panels'],
  links: [60, 'links'],
  looms: [12, 'looms'],
  kits: [12, 'kits'],
  kitLines: [80, 'lines of a kit'],
  fasteners: [20, 'kinds of fastener'],
  plugs: [20, 'plugs'],
  gives: [20, 'parts'],
} as const satisfies Record<string, readonly [number, string]>;
/** Most pieces of gear that have a feed, and most that one is fed through from its battery. */
export const MOST_FED = 20;
export const DEEPEST_FEED = 4;
export type Limited = keyof typeof LIMITS;

const limitWords = (what: Limited): string => `expected ${LIMITS[what][0]} ${LIMITS[what][1]} at most`;

/** Entries by id, no more than are planned while a person waits. */
export const few = <T extends v.GenericSchema>(what: Limited, entry: T) =>
  entriesOf(LIMITS[what][0], LIMITS[what][1], entry);

/** The same, of a document that an edit has made. */
export const tooMany = (what: Limited, entries: object, path: readonly string[]): Fault[] =>
  Object.keys(entries).length > LIMITS[what][0] ? [{ path, expected: limitWords(what) }] : [];
