import * as v from 'valibot';
import { NO_CHANGES } from '../craft/changes';
import { upgradePattern } from '../craft/upgrade';
import { upgradeGear } from '../gear/gear';
import { borderFault } from '../text/border';
import { cleanedAll } from '../text/text';
import { without } from '../document/edits';
import { contentHash } from '../document/hash';
import { problemsOf, DocumentError } from '../document/fault';
import { NO_SOURCE_CHOICE, USUAL_WIRING_RULES } from './circuit';

import { EMPTY, EMPTY_CRAFT, Job } from './job';
import { numbered, ordered } from './order';
import { NO_FEED_CHOICE } from './parts/feeds';
import { NONE_SET } from './parts/overrules';
import { acceptedNow, sourcesNow } from './parts/renamed';
import { DEFAULT_SETTINGS } from './parts/settings';
import { JOB_VERSION } from './parts/sheet';
import { FIRST_BATTERY, NEW_BATTERY, NO_TURN_ON, UNMEASURED } from './supply';

/**
 * A document of an earlier version as this one writes it; anything else comes back as it is. Version 1 had
 * no intake, choices, step minutes, overrules' reasons or seal; version 2 no zones, nor anything said of one
 * speaker, source or channel; version 3 one battery, and nothing between it and the gear; version 4 no order of
 * what was added, and every finding was taken as it came; version 5 took text that some format cannot hold; version 6
 * had a place of its own for every kind of overrule; version 7 called some things otherwise; version 8 knew no panels;
 * version 9 nothing that comes out, and no lead that lies there; version 10 no place of a circuit that is there;
 * version 11 no lead of gear and no link, no year of a craft, nothing of it that differs from its pattern, no kit, nothing that one piece takes over
 * from another, and wishes in prose alone; version 12 no variant of a craft; version 13 no leg that a person bars, and no cover kept shut; version 14 no loom that was bought made.
 */
export function upgradeJob(input: unknown): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const version = versionOf(input);
  if (version === undefined || !Number.isInteger(version) || version < 1) return input;
  let job = input as Loose;
  if (version < 6) job = withFitText(job);
  if (version < 7) job = withOneMap(job);
  if (version < 8) job = withNames(job);
  if (version < 9) job = withPanels(job);
  if (version < 10) job = withOld(job);
  if (version < 11) job = withPlacedCircuits(job);
  if (version < 12) job = withLeads(job);
  if (version < 13) job = withOneVariant(job);
  if (version < 14) job = withAllKinds(job);
  if (version < 15) job = withLooms(job);
  const craft = job['craft'];
  if (typeof craft !== 'object' || craft === null) return job;
  const pattern = upgradePattern((craft as Loose)['pattern']);
  const { battery, batteries, ...said } = craft as Loose;
  if (version > 4) return pattern === (craft as Loose)['pattern'] ? job : { ...job, craft: { ...craft, pattern } };
  return raised(job, { ...said, pattern }, batteries, battery);
}

const isMap = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Everything set over the plan in one map, with its reason beside it. What is no map is left for the schema to name. */
function withOneMap(job: Loose): Loose {
  const { overrules: reasons = {}, ways = {}, leadGauges = {}, minutes = {}, feeds = {}, ...rest } = job;
  if (![reasons, ways, leadGauges, minutes, feeds].every(isMap)) return job;
  const why = reasons as Loose;
  const sets = (kind: string, values: unknown) =>
    Object.fromEntries(
      Object.entries(values as Loose).flatMap(([subject, value]) =>
        value === null || value === undefined ? [] : [[subject, { value, why: why[`${kind}=${subject}`] ?? null }]],
      ),
    );
  const ofFeeds = (member: string) =>
    Object.fromEntries(
      Object.entries(feeds as Loose).map(([gear, choice]) => [gear, isMap(choice) ? choice[member] : undefined]),
    );
  return {
    ...rest,
    feeds: Object.fromEntries(
      Object.entries(feeds as Loose).map(([gear, choice]) => {
        if (!isMap(choice)) return [gear, choice];
        return [gear, without(choice, (member) => member === 'gauge' || member === 'fuseA')];
      }),
    ),
    overrules: {
      ...NONE_SET,
      gauge: sets('gauge', ofFeeds('gauge')),
      fuse: sets('fuse', ofFeeds('fuseA')),
      way: sets('way', ways),
      lead: sets('lead', leadGauges),
      minutes: sets('minutes', minutes),
      wiring: why['wiring=speakers'] ? { speakers: { value: 'asWired', why: why['wiring=speakers'] } } : {},
    },
  };
}

type Loose = Record<string, unknown>;

/** With nothing said of panels and what is set on them; what is raised further says so itself. */
function withPanels(job: Loose): Loose {
  const { craft } = job;
  if (versionOf(job)! < 5 || !isMap(craft)) return job;
  return { ...job, version: JOB_VERSION, mounts: {}, workMinutes: {}, craft: { ...craft, panels: {} } };
}

/** With nothing said of what comes out, and of leads that lie there; what is raised further says so itself. */
function withOld(job: Loose): Loose {
  if (versionOf(job)! < 5) return job;
  return { ...job, version: JOB_VERSION, takeOut: {}, leads: {} };
}

function withPlacedCircuits(job: Loose): Loose {
  const { craft } = job;
  if (versionOf(job)! < 5 || !isMap(craft)) return job;
  return { ...job, version: JOB_VERSION, craft: { ...craft, existing: fill(craft['existing'], UNMEASURED) } };
}

/** With nothing said of leads, links, kits and wishes; what is raised further says so itself. */
function withLeads(job: Loose): Loose {
  const { craft } = job;
  if (versionOf(job)! < 5 || !isMap(craft)) return job;
  return {
    ...job,
    version: JOB_VERSION,
    pins: {},
    links: {},
    kits: {},
    parts: {},
    asked: {},
    was: EMPTY.was,
    craft: { ...craft, year: null, trim: '', changes: NO_CHANGES },
  };
}

/** A craft of its pattern as it is drawn: there were no variants. */
function withOneVariant(job: Loose): Loose {
  const { craft } = job;
  return versionOf(job)! < 5 || !isMap(craft)
    ? job
    : { ...job, version: JOB_VERSION, craft: { ...craft, variant: {} } };
}

/** With every kind of thing that may be set; what is raised further says so itself. */
function withAllKinds(job: Loose): Loose {
  const { overrules } = job;
  return versionOf(job)! < 5 || !isMap(overrules)
    ? job
    : { ...job, version: JOB_VERSION, overrules: { ...NONE_SET, ...overrules } };
}

const withLooms = (job: Loose): Loose => (versionOf(job)! < 5 ? job : { ...job, version: JOB_VERSION, looms: {} });

/** With the names of this version; what is raised further says so itself. */
const withNames = (job: Loose): Loose => ({
  ...job,
  ...(versionOf(job)! > 4 ? { version: JOB_VERSION } : {}),
  ...('sources' in job ? { sources: sourcesNow(job['sources']) } : {}),
  ...('accepted' in job ? { accepted: acceptedNow(job['accepted']) } : {}),
});

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
    ...SAID_LATER,
    ...job,
    version: JOB_VERSION,
    wiringRules: { ...USUAL_WIRING_RULES, ...(job['wiringRules'] as object | undefined) },
    turnOn: { ...NO_TURN_ON, ...(job['turnOn'] as object | undefined) },
    settings: { ...NEW_SETTINGS, ...(job['settings'] as Partial<Job['settings']>) },
    sources: fill(job['sources'], NO_SOURCE_CHOICE),
    feeds: fill(job['feeds'], NO_FEED_CHOICE),
    craft: {
      ...CRAFT_SAID_LATER,
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

/** What a document of version 1 could not say; the other members every one has. */
const FROM_THE_FIRST = ['format', 'customer', 'settings', 'gear', 'circuits', 'feeds', 'note'];
const SAID_LATER = without<unknown>(EMPTY, (member) => FROM_THE_FIRST.includes(member));
const CRAFT_SAID_LATER = without<unknown>(EMPTY_CRAFT, (member) => FROM_THE_FIRST.includes(member));

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

/** Checks unknown input against the job schema; its maps come back in canonical order. Throws DocumentError naming each path and what is expected. */
export function parseJob(input: unknown): Job {
  const barred = borderFault(input);
  if (barred) throw new DocumentError([barred]);
  const newer = versionOf(input);
  if (newer !== undefined && newer > JOB_VERSION)
    throw new DocumentError([
      {
        path: 'version',
        expected: `expected ${JOB_VERSION} at most; this file was written by a newer Haltrik (job version ${newer}). Open it with that one, or start the newer version here`,
      },
    ]);
  const parsed = v.safeParse(Job, upgradeJob(input));
  if (parsed.success) return ordered(numbered(parsed.output));
  throw new DocumentError(problemsOf(parsed.issues, '(the document)'));
}
