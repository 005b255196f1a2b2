import * as v from 'valibot';
import { upgradePattern } from '../craft/upgrade';
import { upgradeGear } from '../gear/gear';
import { contentHash } from '../gear/hash';
import { borderFault } from '../text/border';
import { cleanedAll } from '../text/text';
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
 * what was added, and every finding was taken as it came; version 5 took text that some format cannot hold. What
 * they say keeps its place and meaning, so that operations recorded then still apply.
 */
export function upgradeJob(input: unknown): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const version = versionOf(input);
  if (version === undefined || !Number.isInteger(version) || version < 1) return input;
  const job = version < 6 ? withFitText(input as Loose) : (input as Loose);
  const craft = job['craft'];
  if (typeof craft !== 'object' || craft === null) return job;
  const pattern = upgradePattern((craft as Loose)['pattern']);
  const { battery, batteries, ...said } = craft as Loose;
  if (version > 4) return pattern === (craft as Loose)['pattern'] ? job : { ...job, craft: { ...craft, pattern } };
  return raised(job, { ...said, pattern }, batteries, battery);
}

type Loose = Record<string, unknown>;

/**
 * A document whose texts every format can hold. A sealed plan stays as it was, its hash proves it whole; so does the
 * pattern, which many documents share.
 */
function withFitText({ seal, gear, craft, ...rest }: Loose): Loose {
  const { pattern, batteries, ...said } = (typeof craft === 'object' && craft !== null ? craft : {}) as Loose;
  return {
    ...cleanedAll(rest),
    ...(craft === undefined
      ? {}
      : {
          craft: {
            ...cleanedAll(said),
            ...(batteries === undefined ? {} : { batteries: renamedSwitches(cleanedAll(batteries)) }),
            ...(pattern === undefined ? {} : { pattern }),
          },
        }),
    // Text is all that version 5 lacks; an older document is raised in what else it lacks.
    ...(rest['version'] === 5 ? { version: JOB_VERSION } : {}),
    ...(gear === undefined ? {} : { gear: upgradePlaced(gear) }),
    ...(seal === undefined ? {} : { seal }),
  };
}

/** For a while a battery's switch was called its master switch. */
function renamedSwitches(batteries: unknown): unknown {
  if (typeof batteries !== 'object' || batteries === null) return batteries;
  return Object.fromEntries(
    Object.entries(batteries as Loose).map(([id, battery]) => {
      if (typeof battery !== 'object' || battery === null || !('masterSwitch' in battery)) return [id, battery];
      const { masterSwitch, ...rest } = battery;
      return [id, { ...rest, batterySwitch: masterSwitch }];
    }),
  );
}

function raised(job: Loose, craft: Loose, batteries: unknown, battery: unknown): unknown {
  const next = {
    ...NOTHING_SAID,
    ...job,
    version: JOB_VERSION,
    wiringRules: { ...USUAL_WIRING_RULES, ...(job['wiringRules'] as object | undefined) },
    turnOn: { ...NO_TURN_ON, ...(job['turnOn'] as object | undefined) },
    settings: { ...NEW_SETTINGS, ...(job['settings'] as Partial<Job['settings']>) },
    sources: fill(job['sources'], NO_SOURCE_CHOICE),
    feeds: fill(job['feeds'], NO_FEED_CHOICE),
    craft: {
      ...NOTHING_SAID_OF_CRAFT,
      ...craft,
      existing: fill(craft['existing'], UNMEASURED),
      batteries: batteries
        ? fill(batteries, NEW_BATTERY)
        : { [FIRST_BATTERY]: { ...NEW_BATTERY, ...(battery as object | undefined) } },
      charging: { at: null, ...(craft['charging'] as object | undefined) },
    },
  };
  try {
    return numbered(next as unknown as Job);
  } catch {
    // Not a job at all: the schema says where.
    return next;
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

/** Enough of placed gear to raise it; what is less is left for the schema to name. */
const isPlaced = (entry: unknown): entry is Job['gear'][string] =>
  typeof entry === 'object' &&
  entry !== null &&
  'item' in entry &&
  typeof entry.item === 'object' &&
  entry.item !== null;

function upgradePlaced(gear: unknown): unknown {
  if (typeof gear !== 'object' || gear === null) return gear;
  return Object.fromEntries(
    Object.entries(gear as Record<string, unknown>).map(([id, found]) => {
      if (!isPlaced(found)) return [id, found];
      const placed = found;
      const item = upgradeGear(cleanedAll(placed.item));
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

const versionOf = (input: unknown): number | undefined => {
  const version = typeof input === 'object' && input !== null && 'version' in input ? input.version : undefined;
  return typeof version === 'number' ? version : undefined;
};

/** Checks unknown input against the job schema; its maps come back in canonical order. Throws JobError naming each path and what is expected. */
export function parseJob(input: unknown): Job {
  const barred = borderFault(input);
  if (barred) throw new JobError([barred]);
  const newer = versionOf(input);
  if (newer !== undefined && newer > JOB_VERSION)
    throw new JobError([
      {
        path: 'version',
        expected: `expected ${JOB_VERSION} at most; this file was written by a newer Haltrik (job version ${newer}). Open it with that one, or start the newer version here`,
      },
    ]);
  const parsed = v.safeParse(Job, upgradeJob(input));
  if (parsed.success) return ordered(numbered(parsed.output));
  throw new JobError(problemsOf(parsed.issues, '(the document)'));
}
