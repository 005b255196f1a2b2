import * as v from 'valibot';
import { upgradePattern } from '../craft/upgrade';
import { upgradeGear } from '../gear/gear';
import { contentHash } from '../gear/hash';
import { NO_SOURCE_CHOICE, USUAL_WIRING_RULES } from './circuit';
import {
  DEFAULT_SETTINGS,
  JOB_VERSION,
  Job,
  JobError,
  NOTHING_SAID,
  NOTHING_SAID_OF_CRAFT,
  NO_FEED_CHOICE,
  problemsOf,
} from './job';
import { numbered, ordered } from './order';
import { FIRST_BATTERY, NEW_BATTERY, NO_TURN_ON, UNMEASURED } from './supply';

/**
 * A document of an earlier version as this one writes it; anything else comes back as it is. Version 1 had
 * no intake, choices, step minutes, overrules' reasons or seal; version 2 no zones, nor anything said of one
 * speaker, source or channel; version 3 one battery, and nothing between it and the gear; version 4 no order of
 * what was added, and every finding was taken as it came. What they say keeps its place and meaning, so that
 * operations recorded then still apply.
 */
export function upgradeJob(input: unknown): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const job = input as Record<string, unknown>;
  const craft = job['craft'] as Record<string, unknown> | null | undefined;
  if (typeof craft !== 'object' || craft === null) return input;
  const pattern = upgradePattern(craft['pattern']);
  const { version } = job;
  if (version !== 1 && version !== 2 && version !== 3 && version !== 4)
    return pattern === craft['pattern'] ? input : { ...job, craft: { ...craft, pattern } };
  const { battery, batteries, ...said } = craft;
  const raised = {
    ...NOTHING_SAID,
    ...job,
    version: JOB_VERSION,
    gear: upgradePlaced(job['gear']),
    wiringRules: { ...USUAL_WIRING_RULES, ...(job['wiringRules'] as object | undefined) },
    turnOn: { ...NO_TURN_ON, ...(job['turnOn'] as object | undefined) },
    settings: { ...NEW_SETTINGS, ...(job['settings'] as Partial<Job['settings']>) },
    sources: fill(job['sources'], NO_SOURCE_CHOICE),
    feeds: fill(job['feeds'], NO_FEED_CHOICE),
    craft: {
      ...NOTHING_SAID_OF_CRAFT,
      ...said,
      pattern,
      existing: fill(craft['existing'], UNMEASURED),
      batteries: batteries
        ? fill(batteries, NEW_BATTERY)
        : { [FIRST_BATTERY]: { ...NEW_BATTERY, ...(battery as object | undefined) } },
      charging: { at: null, ...(craft['charging'] as object | undefined) },
    },
  };
  try {
    return numbered(raised as unknown as Job);
  } catch {
    // Not a job at all: the schema says where.
    return raised;
  }
}

/** Settings that came after version 1; the others every document has. */
const { conductors, bundles, fuseMarginPct, fuseWithinMm, leastSize, labourAnHour, wireAMetre } = DEFAULT_SETTINGS;
const NEW_SETTINGS = { conductors, bundles, fuseMarginPct, fuseWithinMm, leastSize, labourAnHour, wireAMetre };

/** Every entry of a map with the members it could not have had. */
function fill(map: unknown, missing: object): unknown {
  if (map === undefined) return {};
  if (typeof map !== 'object' || map === null) return map;
  return Object.fromEntries(
    Object.entries(map).map(([id, entry]) => [
      id,
      typeof entry === 'object' && entry !== null ? { ...missing, ...entry } : entry,
    ]),
  );
}

function upgradePlaced(gear: unknown): unknown {
  if (typeof gear !== 'object' || gear === null) return gear;
  return Object.fromEntries(
    Object.entries(gear as Job['gear']).map(([id, placed]) => {
      const item = upgradeGear(placed.item);
      // The shelf's copy is raised alike: what was the same item still is.
      const same = placed.itemHash === contentHash(placed.item);
      return [
        id,
        {
          ...placed,
          there: (placed as Partial<typeof placed>).there ?? null,
          item,
          itemHash: same ? contentHash(item) : placed.itemHash,
        },
      ];
    }),
  );
}

/** Checks unknown input against the job schema; its maps come back in canonical order. Throws JobError naming each path and what is expected. */
export function parseJob(input: unknown): Job {
  const parsed = v.safeParse(Job, upgradeJob(input));
  if (parsed.success) return ordered(numbered(parsed.output));
  throw new JobError(problemsOf(parsed.issues, '(the document)'));
}
