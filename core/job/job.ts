import * as v from 'valibot';
import type { Pattern } from '../craft/pattern';
import type { Part } from '../document/document';
import { withFaults, type Fault } from '../document/fault';
import { drawnFor } from '../craft/changes';
import { numbered } from './order';
import * as accepted from './parts/accepted';
import * as asked from './parts/asked';
import * as changes from './parts/changes';
import * as circuits from './parts/circuits';
import * as craft from './parts/craft';
import * as day from './parts/day';
import * as feeds from './parts/feeds';
import * as gear from './parts/gear';
import * as intake from './parts/intake';
import * as kits from './parts/kits';
import * as leads from './parts/leads';
import * as links from './parts/links';
import * as looms from './parts/looms';
import * as mounting from './parts/mounting';
import * as overrules from './parts/overrules';
import * as pins from './parts/pins';
import * as seal from './parts/seal';
import * as settings from './parts/settings';
import * as sheet from './parts/sheet';
import * as supply from './parts/supply';
import * as takeOut from './parts/take-out';
import * as there from './parts/there';
import * as turnOn from './parts/turn-on';
import * as workMinutes from './parts/work-minutes';
import { usualDay } from './supply';
import { usualSupply } from './usual-supply';

const Shape = v.strictObject({
  ...sheet.shape,
  ...intake.shape,
  ...asked.shape,
  craft: v.strictObject({
    ...craft.craftShape,
    ...changes.craftShape,
    ...intake.craftShape,
    ...supply.craftShape,
    ...circuits.craftShape,
    ...mounting.craftShape,
  }),
  ...settings.shape,
  ...workMinutes.shape,
  ...gear.shape,
  ...takeOut.shape,
  ...mounting.shape,
  ...circuits.shape,
  ...kits.shape,
  ...leads.shape,
  ...links.shape,
  ...looms.shape,
  ...there.shape,
  ...pins.shape,
  ...feeds.shape,
  ...turnOn.shape,
  ...day.shape,
  ...overrules.shape,
  ...accepted.shape,
  ...seal.shape,
});
/** An interface, for its name: the compiler would write it out wherever a type holds it. */
export interface Job extends v.InferOutput<typeof Shape> {}

/** What a job is made of: each part its members, what edits them, what must hold, what it forgets. */
export const PARTS: readonly Part<Job>[] = [
  sheet,
  craft,
  changes,
  seal,
  intake,
  asked,
  supply,
  turnOn,
  feeds,
  gear,
  takeOut,
  mounting,
  circuits,
  kits,
  leads,
  links,
  looms,
  there,
  pins,
  settings,
  workMinutes,
  day,
  overrules,
  accepted,
];
export type Edits = typeof sheet.edits &
  typeof craft.edits &
  typeof changes.edits &
  typeof seal.edits &
  typeof intake.edits &
  typeof asked.edits &
  typeof supply.edits &
  typeof turnOn.edits &
  typeof feeds.edits &
  typeof gear.edits &
  typeof takeOut.edits &
  typeof mounting.edits &
  typeof circuits.edits &
  typeof kits.edits &
  typeof leads.edits &
  typeof links.edits &
  typeof looms.edits &
  typeof there.edits &
  typeof pins.edits &
  typeof settings.edits &
  typeof workMinutes.edits &
  typeof day.edits &
  typeof overrules.edits &
  typeof accepted.edits;

/** References inside one job that do not hold; a job with none is consistent. */
export const jobFaults = (job: Job): Fault[] => PARTS.flatMap((part) => part.faults?.(job) ?? []);

/** The job document: self-contained, versioned, checked at every border by this one schema. */
export const Job: v.GenericSchema<unknown, Job> = withFaults(Shape, jobFaults);
/** The shape alone, for the JSON Schema. */
export const JobShape: v.GenericSchema = Shape;

/** What a job holds of everything a person has said nothing about. */
export const EMPTY = {
  ...sheet.empty,
  ...intake.empty,
  ...asked.empty,
  ...settings.empty,
  ...workMinutes.empty,
  ...gear.empty,
  ...takeOut.empty,
  ...mounting.empty,
  ...circuits.empty,
  ...kits.empty,
  ...leads.empty,
  ...links.empty,
  ...looms.empty,
  ...there.empty,
  ...pins.empty,
  ...feeds.empty,
  ...turnOn.empty,
  ...day.empty,
  ...overrules.empty,
  ...accepted.empty,
  ...seal.empty,
} satisfies Partial<Job>;
export const EMPTY_CRAFT = {
  ...craft.craftEmpty,
  ...changes.craftEmpty,
  ...intake.craftEmpty,
  ...supply.craftEmpty,
  ...circuits.craftEmpty,
  ...mounting.craftEmpty,
} satisfies Partial<Job['craft']>;

/**
 * A job with a craft and nothing fitted. `patternHash` is the content hash of `pattern`; `which` says the craft's year
 * and what of it is not as usual.
 */
export function newJob(
  id: string,
  title: string,
  pattern: Pattern,
  patternHash: string,
  which: Partial<Pick<Job['craft'], 'year' | 'variant'>> = {},
): Job {
  return numbered({
    ...EMPTY,
    id,
    title,
    day: usualDay(pattern.kind),
    craft: {
      ...EMPTY_CRAFT,
      pattern,
      patternHash,
      memories: { ...pattern.usualMemories },
      ...which,
      ...usualSupply(drawnFor({ ...EMPTY_CRAFT, pattern, ...which })),
    },
  });
}
