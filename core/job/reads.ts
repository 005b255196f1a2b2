import type { JobPart } from './chapter';
import { OVERRULE_KINDS } from './parts/overrules';

// What chapters read of a job. What one has not named is not there when it asks.

/** The craft as it is. */
export const CRAFT: readonly JobPart[] = [
  'craft.pattern',
  'craft.variant',
  'craft.year',
  'craft.changes',
  'craft.measures',
];
/** Where things are. */
export const PLACED: readonly JobPart[] = [...CRAFT, 'gear', 'looms', 'craft.batteries', 'choices', 'settings'];
/** Where gear is on its panel. */
export const PANELS: readonly JobPart[] = [...CRAFT, 'gear', 'mounts', 'craft.panels', 'craft.hull'];
/** Who drives and hears whom. */
export const HEARD: readonly JobPart[] = ['circuits', 'speakers', 'zones', 'sources'];
export const SOUND: readonly JobPart[] = [
  ...PLACED,
  ...HEARD,
  'id',
  'leads',
  'reserved',
  'wiringRules',
  'overrules.lead',
  'craft.oldReturns',
  'craft.existing',
];
/** Who is wired to whom. */
export const WIRED: readonly JobPart[] = [...PLACED, ...HEARD, 'feeds', 'turnOn', 'leads', 'links', 'craft.existing'];
/** Where wires go. */
export const LAID: readonly JobPart[] = [...WIRED, 'overrules.way', 'overrules.leg', 'overrules.cover'];
export const POWER: readonly JobPart[] = [
  ...PLACED,
  ...HEARD,
  'id',
  'feeds',
  'turnOn',
  'overrules.lead',
  'craft.ties',
  'craft.charging',
  'craft.shore',
  'craft.solar',
  'craft.nominalVolts',
  'craft.keyOffMilliamp',
  'craft.frameMilliohm',
  'craft.existing',
  'craft.hull',
];
/** A size set by hand moves no wire and turns no step about: only what carries current asks for it. */
export const SIZES: readonly JobPart[] = ['overrules.gauge', 'overrules.fuse'];
export const SIZED: readonly JobPart[] = [...POWER, ...SIZES];
export const WORK: readonly JobPart[] = [
  ...POWER,
  'mounts',
  'workMinutes',
  'leads',
  'links',
  'pins',
  'kits',
  'takeOut',
  'craft.panels',
  'craft.lamps',
  'craft.memories',
];
/** What a person has set, and what it is about. */
export const SET: readonly JobPart[] = [...LAID, ...OVERRULE_KINDS.map((kind): JobPart => `overrules.${kind}`)];
