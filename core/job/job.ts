import * as v from 'valibot';
import { MATERIAL_IDS, PatternOnce, patternFaults, type Pattern } from '../craft/pattern';
import { FuseHolder, GearItem, Id, Text, isFed, ranged } from '../gear/gear';
import { line, lines, name } from '../text/text';
import { Instant } from '../units/instant';
import { fitCraft } from '../craft/measures';
import { contentHash } from '../gear/hash';
import { GAUGES, INSULATION_IDS, WIRE_STANDARD_IDS } from '../tables/conductors';
import { CHOICES, CHOICE_IDS } from './choices';
import {
  OldReturns,
  OutputKey,
  SourceChoice,
  SpeakerChoice,
  Title,
  USUAL_WIRING_RULES,
  Wiring,
  WiringRules,
  Zone,
  channelsOfOutput,
  coilsOf,
  deepSplit,
} from './circuit';

import { fact } from './facts';
import {
  Battery,
  Charging,
  Day,
  Existing,
  NOMINAL_SYSTEMS,
  NO_TURN_ON,
  Shore,
  Solar,
  Tie,
  TurnOn,
  USUAL_DAY,
  usualDay,
} from './supply';
import { LIMITS, limitWords, type Limited } from './limits';
import { numbered } from './order';
import { supplyFaults } from './supply-faults';
import { usualSupply } from './usual-supply';

/** Version of the job document this planner writes. */
export const JOB_VERSION = 6;

/** Hash of some content; what it is of says how it is made. */
export const Hash = v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]{0,64}$/, 'expected a hash'));

export const GaugeChoice = v.picklist(GAUGES, 'expected a gauge from 18 to 4/0, or a size from 0.75mm2 to 120mm2');

export const Settings = v.strictObject({
  dropLimitPct: fact('dropLimitPct'),
  conductorCelsius: fact('conductorCelsius'),
  insulation: v.picklist(INSULATION_IDS),
  conductors: v.picklist(WIRE_STANDARD_IDS),
  /** Conductors that lie together carry less. */
  bundles: v.boolean(),
  fuseMarginPct: fact('fuseMarginPct'),
  /** This workshop's own distance from post to fuse, where it is nearer than the craft's rule. */
  fuseWithinMm: v.nullable(fact('fuseWithinMm')),
  /** The thinnest wire this workshop puts in a feed. */
  leastSize: v.nullable(GaugeChoice),
  cutStepMm: fact('cutStepMm'),
  terminalAllowanceMm: fact('terminalAllowanceMm'),
  labourAnHour: fact('labourAnHour'),
  wireAMetre: fact('wireAMetre'),
});

export const FuseSpot = fact('fuseAtMm');

/** What the job says of one feed; what it does not say is worked out. */
const FeedChoice = v.strictObject({
  holder: v.nullable(FuseHolder),
  fuseA: v.nullable(fact('fuseA')),
  gauge: v.nullable(GaugeChoice),
  fuseAtMm: FuseSpot,
  /** The battery or distributing gear it is fed from; null: the battery the sound is fed from. */
  from: v.nullable(Id),
  /** The boat standard's allowance is taken: a fuse up to 150 % of the ampacity. */
  allow150: v.boolean(),
  /** Its conductor is in a sheath or conduit all the way to the fuse, which may then sit farther off on boats. */
  sheathed: v.boolean(),
  /** It is tapped ahead of the battery switch. */
  ahead: v.boolean(),
});
export type FeedChoice = v.InferOutput<typeof FeedChoice>;

export const NO_FEED_CHOICE: FeedChoice = {
  holder: null,
  fuseA: null,
  gauge: null,
  fuseAtMm: 150,
  from: null,
  allow150: false,
  sheathed: false,
  ahead: false,
};

/** Gear the craft has already: kept in use, or left out of the way of the sound. */
export const THERE = { kept: 'there already, kept', bypassed: 'there already, bypassed' } as const;
export const There = v.picklist(Object.keys(THERE) as [keyof typeof THERE, ...(keyof typeof THERE)[]]);

const PlacedGear = v.strictObject({
  item: GearItem,
  itemHash: Hash,
  place: v.nullable(Id),
  there: v.nullable(There),
});

export const LAMP_ANSWERS = {
  open: 'not settled yet',
  moved: 'moved where it is seen',
  repeated: 'shown again elsewhere',
  accepted: 'owner accepts it',
} as const;
/** A factory lamp or switch that a new unit hides. */
export const HiddenLamp = v.strictObject({
  name: Title,
  /** Gear that hides it; null when not said. */
  by: v.nullable(Id),
  answer: v.picklist(Object.keys(LAMP_ANSWERS) as [keyof typeof LAMP_ANSWERS, ...(keyof typeof LAMP_ANSWERS)[]]),
});
export type HiddenLamp = v.InferOutput<typeof HiddenLamp>;

/** An accessory that loses its setting while the battery is off. */
export const Memory = v.strictObject({ name: Title, relearn: Text });
export type Memory = v.InferOutput<typeof Memory>;

const Choices = v.partial(
  v.strictObject(
    Object.fromEntries(CHOICE_IDS.map((id) => [id, v.string()])) as Record<
      (typeof CHOICE_IDS)[number],
      v.StringSchema<undefined>
    >,
  ),
);

/**
 * Why a person's value stands over a proposed one. The value itself stands where it acts: a feed's gauge and
 * fuse, a run's way and lead, a step's minutes.
 */
export const Why = v.strictObject({
  reason: Text,
  /** What was proposed then, in words; null when nothing was. */
  then: v.nullable(Text),
  /** Hash of what the proposal rested on then. */
  basis: Hash,
});
export type Why = v.InferOutput<typeof Why>;
export const OverruleKey = v.pipe(
  v.string(),
  v.regex(/^(gauge|fuse|way|lead|minutes|wiring)=[A-Za-z0-9:>/+-]+$/, 'expected property=subject'),
);
export const FindingKey = v.pipe(
  v.string(),
  v.regex(/^[a-z0-9-]+@[a-zA-Z]+\/[A-Za-z0-9:>/=+-]+$/, 'expected rule@kind/subject'),
);
export const StepId = v.pipe(v.string(), v.regex(/^[a-z]+:[A-Za-z0-9:>/-]+$/, 'expected verb:subject'));
export const StepMinutes = ranged(0, 960, 'minutes');

/** What hand-over keeps: the plan as it was computed that day, and by whom. */
export const Seal = v.strictObject({
  at: Instant,
  by: Title,
  planner: line(40),
  /** The plan as it was; `hash` proves it whole. */
  plan: v.looseObject({ planner: v.string(), runs: v.array(v.unknown()), findings: v.array(v.unknown()) }),
  hash: Hash,
  /** How many events the record held. */
  events: v.pipe(v.number(), v.integer(), v.minValue(0)),
});
export type Seal = v.InferOutput<typeof Seal>;

export const PathKey = v.pipe(v.string(), v.regex(/^[a-z]+:[A-Za-z0-9-]+>[A-Za-z0-9-]+$/i, 'expected kind:from>to'));

export const JobTitle = name(120, 'expected a title');
export const Wishes = lines(2000);
export const CraftNote = lines(400);

/** Entries by id, no more than are planned while a person waits. */
const few = <T extends v.GenericSchema>(what: Limited, entry: T) =>
  v.pipe(v.record(Id, entry), v.maxEntries(LIMITS[what][0], limitWords(what)));

const Shape = v.strictObject({
  format: v.literal('haltrik-job', 'expected "haltrik-job"'),
  version: v.literal(JOB_VERSION, `expected ${JOB_VERSION}`),
  id: Id,
  title: JobTitle,
  customer: Text,
  /** What the owner wants, in the owner's words. */
  wishes: Wishes,
  choices: Choices,
  craft: v.strictObject({
    pattern: PatternOnce,
    patternHash: Hash,
    note: CraftNote,
    /** This craft's own measures, mm; one that is missing is the pattern's. */
    measures: v.record(Id, ranged(1, 30000, 'mm')),
    existing: few('existing', Existing),
    lamps: few('lamps', HiddenLamp),
    memories: few('memories', Memory),
    nominalVolts: v.picklist(NOMINAL_SYSTEMS, 'expected 12 or 24 V'),
    batteries: few('batteries', Battery),
    ties: few('ties', Tie),
    charging: Charging,
    shore: v.nullable(Shore),
    solar: v.nullable(Solar),
    keyOffMilliamp: fact('keyOffMilliamp'),
    frameMilliohm: fact('frameMilliohm'),
    oldReturns: OldReturns,
    /** What this one's hull or body is made of, where it is not as the pattern says; null: as the pattern says. */
    hull: v.nullable(v.picklist(MATERIAL_IDS)),
  }),
  settings: Settings,
  gear: few('gear', PlacedGear),
  /** Output (gear/channel, or gear/a+b bridged) → what hangs on it. */
  circuits: v.record(OutputKey, Wiring),
  zones: few('zones', Zone),
  speakers: v.record(Id, SpeakerChoice),
  sources: v.record(Id, SourceChoice),
  /** Channels kept free for later, and for what. */
  reserved: v.record(OutputKey, Title),
  wiringRules: WiringRules,
  feeds: v.record(Id, FeedChoice),
  turnOn: TurnOn,
  day: Day,
  /** Pinned ways: run id → legs in order from its first end. */
  ways: v.record(PathKey, v.array(Id)),
  /** Pinned speaker lead sizes: run id → gauge. */
  leadGauges: v.record(PathKey, GaugeChoice),
  /** Minutes a person expects of a step, over the planned ones: step id → minutes. */
  minutes: v.record(StepId, StepMinutes),
  overrules: v.record(OverruleKey, Why),
  /** Findings a person accepted, with the reason: rule@kind/subject. */
  accepted: v.record(FindingKey, Why),
  /** When each entry of the job was added, as a rising number: list/key. */
  added: v.record(v.string(), v.pipe(v.number(), v.integer(), v.minValue(0))),
  seal: v.nullable(Seal),
});

/** The job document: self-contained, versioned, checked at every border by this one schema. */
export const Job = v.pipe(
  Shape,
  v.rawCheck(({ dataset, addIssue }) => {
    // What refers to what is asked of a document whose every part is well formed.
    if (!dataset.typed || dataset.issues) return;
    for (const fault of jobFaults(dataset.value))
      addIssue({ message: fault.expected, path: pathItems(dataset.value, fault.path) });
  }),
);
/** The shape alone, for the JSON Schema. */
export const JobShape = Shape;
export type Job = v.InferOutput<typeof Shape>;

type Fault = { path: string[]; expected: string };

function pathItems(root: unknown, path: string[]) {
  let input = root as Record<string, unknown>;
  return path.map((key) => {
    const item = { type: 'object' as const, origin: 'value' as const, input, key, value: input?.[key] };
    input = input?.[key] as Record<string, unknown>;
    return item;
  }) as [v.IssuePathItem, ...v.IssuePathItem[]];
}

/** References inside one job that do not hold; a job with none is consistent. */
export function jobFaults(job: Job): Fault[] {
  const faults: Fault[] = [];
  const { pattern } = job.craft;
  for (const [what, path, entries] of [
    ['gear', ['gear'], job.gear],
    ['batteries', ['craft', 'batteries'], job.craft.batteries],
    ['ties', ['craft', 'ties'], job.craft.ties],
    ['existing', ['craft', 'existing'], job.craft.existing],
    ['lamps', ['craft', 'lamps'], job.craft.lamps],
    ['memories', ['craft', 'memories'], job.craft.memories],
    ['zones', ['zones'], job.zones],
  ] as const)
    if (Object.keys(entries).length > LIMITS[what][0]) faults.push({ path: [...path], expected: limitWords(what) });
  for (const fault of patternFaults(pattern))
    faults.push({ path: ['craft', 'pattern', ...fault.path.split('.')], expected: fault.expected });
  for (const [id, mm] of Object.entries(job.craft.measures)) {
    const range = pattern.measures[id]?.range;
    if (!range) faults.push({ path: ['craft', 'measures', id], expected: 'expected a measure of this craft' });
    else if (mm < range[0] || mm > range[1])
      faults.push({ path: ['craft', 'measures', id], expected: `expected ${range[0]} to ${range[1]} mm` });
  }
  for (const [id, option] of Object.entries(job.choices)) {
    const options = Object.keys(CHOICES[id as (typeof CHOICE_IDS)[number]].options);
    if (option === undefined || !options.includes(option))
      faults.push({ path: ['choices', id], expected: `expected ${options.join(', ')}` });
  }
  for (const [id, { by }] of Object.entries(job.craft.lamps))
    if (by !== null && !job.gear[by])
      faults.push({ path: ['craft', 'lamps', id, 'by'], expected: 'expected gear of this job' });
  if (job.seal && !sealHolds(job.seal))
    faults.push({
      path: ['seal', 'hash'],
      expected: 'expected the hash of the sealed plan; it has been changed since',
    });
  faults.push(...supplyFaults(job));
  for (const [id, placed] of Object.entries(job.gear))
    if (placed.place !== null && !Object.hasOwn(pattern.places, placed.place))
      faults.push({ path: ['gear', id, 'place'], expected: 'expected a place of this craft' });
  const wired = new Set<string>();
  const driven = new Set<string>();
  for (const [key, wiring] of Object.entries(job.circuits)) {
    const fault = outputFault(job, key);
    if (fault) faults.push({ path: ['circuits', key], expected: fault });
    for (const channel of channelsOfOutput(key)) {
      if (driven.has(channel))
        faults.push({ path: ['circuits', key], expected: `expected ${channel} alone or in a bridged pair, not both` });
      driven.add(channel);
    }
    if (deepSplit(wiring, true))
      faults.push({ path: ['circuits', key], expected: 'expected a splitter only straight at the output' });
    for (const { gear: speaker, coil } of coilsOf(wiring)) {
      const load = job.gear[speaker]?.item;
      if (load?.kind !== 'speaker' || !load.coils[coil])
        faults.push({
          path: ['circuits', key],
          expected: `expected a coil of a speaker in this job, not ${speaker} coil ${coil}`,
        });
      const coilKey = `${speaker}/${coil}`;
      if (wired.has(coilKey))
        faults.push({
          path: ['circuits', key],
          expected: `expected each coil on one channel only; ${speaker} coil ${coil} is wired twice`,
        });
      wired.add(coilKey);
    }
  }
  for (const [id, { control, listener }] of Object.entries(job.zones)) {
    if (control !== null && job.gear[control]?.item.kind !== 'zoneControl')
      faults.push({ path: ['zones', id, 'control'], expected: 'expected a zone control of this job' });
    if (listener !== null && !(pattern.listeners && Object.hasOwn(pattern.listeners, listener)))
      faults.push({ path: ['zones', id, 'listener'], expected: 'expected a listener of this craft' });
  }
  for (const [id, choice] of Object.entries(job.speakers)) {
    const item = job.gear[id]?.item;
    const path = ['speakers', id];
    if (item?.kind !== 'speaker') {
      faults.push({ path, expected: 'expected a speaker of this job' });
      continue;
    }
    if (choice.zone !== null && !job.zones[choice.zone])
      faults.push({ path: [...path, 'zone'], expected: 'expected a zone of this job' });
    if (choice.position !== null && !item.positions.some((p) => p.name === choice.position))
      faults.push({
        path: [...path, 'position'],
        expected: `expected a position of its load selector: ${item.positions.map((p) => p.name).join(', ') || 'it has none'}`,
      });
    const pinFault = choice.pin === null ? undefined : outputFault(job, choice.pin);
    if (pinFault) faults.push({ path: [...path, 'pin'], expected: pinFault });
  }
  for (const id of Object.keys(job.sources)) {
    const item = job.gear[id]?.item;
    const switches = item?.kind === 'relay' || item?.kind === 'switchModule';
    if (!item || !('bank' in item || switches))
      faults.push({
        path: ['sources', id],
        expected: 'expected an amplifier, head unit, relay or switch module of this job',
      });
    else if (switches && !['head', 'switched', null].includes(job.sources[id]!.wake))
      faults.push({
        path: ['sources', id, 'wake'],
        expected: 'expected head, switched or nothing for a relay or module',
      });
  }
  for (const key of Object.keys(job.reserved)) {
    const fault = key.includes('+') ? 'expected one channel' : outputFault(job, key);
    if (fault) faults.push({ path: ['reserved', key], expected: fault });
  }
  for (const id of Object.keys(job.feeds)) {
    const item = job.gear[id]?.item;
    if (!item || !isFed(item)) faults.push({ path: ['feeds', id], expected: 'expected powered gear of this job' });
  }
  for (const [run, legs] of Object.entries(job.ways))
    for (const leg of legs)
      if (!Object.hasOwn(pattern.legs, leg))
        faults.push({ path: ['ways', run], expected: `expected legs of this craft, not ${leg}` });
  return faults;
}

/** What is wrong with an output's key in this job; undefined when nothing is. */
function outputFault(job: Job, key: string): string | undefined {
  const [gear, channels] = key.split('/') as [string, string];
  const item = job.gear[gear]?.item;
  const ids = channels.split('+');
  if (!item || !('bank' in item) || !ids.every((id) => item.bank.channels.some((c) => c.id === id)))
    return 'expected a channel of gear in this job';
  if (ids.length === 2 && !item.bank.bridge?.pairs.some(([a, b]) => a === ids[0] && b === ids[1]))
    return `expected channels that ${item.name} allows to be bridged`;
  return undefined;
}

export class JobError extends Error {
  constructor(readonly problems: readonly { path: string; expected: string }[]) {
    super(problems.map((p) => `${p.path}: ${p.expected}`).join('\n'));
    this.name = 'JobError';
  }
}

/** A schema's complaints as paths and what is expected there, in plain words. */
export function problemsOf(
  issues: readonly v.BaseIssue<unknown>[],
  root: string,
): { path: string; expected: string }[] {
  return issues.map((issue) => {
    const path = v.getDotPath(issue) ?? root;
    if (issue.type === 'strict_object' && issue.expected === 'never')
      return { path, expected: 'expected no such member' };
    if (/^(strict|loose)_object$/.test(issue.type) && issue.received === 'undefined')
      return { path, expected: 'expected this member; it is missing' };
    // Valibot's own words begin so; ours say what is expected from the start.
    if (issue.message.startsWith('Invalid '))
      return { path, expected: `expected ${issue.expected ?? 'something else'}, not ${issue.received}` };
    return { path, expected: issue.message };
  });
}

const sound = new WeakSet<object>();
function sealHolds({ plan, hash }: Seal): boolean {
  // A seal never changes in place; its plan is long, and every edit beside it would hash it again.
  if (!sound.has(plan)) {
    if (contentHash(plan) !== hash) return false;
    sound.add(plan);
  }
  return true;
}

/** The craft as this job has it: the pattern stretched to its own measures. */
export const craftOf = ({ craft }: Job): Pattern => fitCraft(craft.pattern, craft.measures);

/** What a new job assumes until it is told: stated on screen, changed by operation. */
export const DEFAULT_SETTINGS: Job['settings'] = {
  dropLimitPct: 3,
  conductorCelsius: 60,
  insulation: 'unknown',
  conductors: 'awg',
  bundles: true,
  fuseMarginPct: 125,
  fuseWithinMm: null,
  leastSize: null,
  cutStepMm: 50,
  terminalAllowanceMm: 30,
  labourAnHour: 90,
  wireAMetre: 3,
};

/** What a job holds of everything a person has said nothing about. */
export const NOTHING_SAID = {
  wishes: '',
  choices: {},
  minutes: {},
  overrules: {},
  accepted: {},
  added: {},
  seal: null,
  zones: {},
  speakers: {},
  sources: {},
  reserved: {},
  wiringRules: USUAL_WIRING_RULES,
  turnOn: NO_TURN_ON,
  day: USUAL_DAY,
} satisfies Partial<Job>;
export const NOTHING_SAID_OF_CRAFT = {
  measures: {},
  existing: {},
  lamps: {},
  memories: {},
  oldReturns: 'notTested',
  hull: null,
  nominalVolts: 12,
  ties: {},
  shore: null,
  solar: null,
  keyOffMilliamp: 0,
  frameMilliohm: 5,
} satisfies Partial<Job['craft']>;

/** A job with a craft and nothing fitted. `patternHash` is the content hash of `pattern`. */
export function newJob(id: string, title: string, pattern: Pattern, patternHash: string): Job {
  return numbered({
    format: 'haltrik-job',
    version: JOB_VERSION,
    id,
    title,
    customer: '',
    ...NOTHING_SAID,
    day: usualDay(pattern.kind),
    craft: {
      ...NOTHING_SAID_OF_CRAFT,
      pattern,
      patternHash,
      note: '',
      memories: { ...pattern.usualMemories },
      ...usualSupply(pattern),
    },
    settings: DEFAULT_SETTINGS,
    gear: {},
    circuits: {},
    feeds: {},
    ways: {},
    leadGauges: {},
  });
}
