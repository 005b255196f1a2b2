import * as v from 'valibot';
import { PatternOnce, patternFaults, type Pattern } from '../craft/pattern';
import { FuseHolder, GearItem, Id, Text, ranged } from '../gear/gear';
import { GAUGES } from '../tables/conductors';

/** Version of the job document this planner writes. */
export const JOB_VERSION = 1;

export type Wiring = { coil: { gear: string; coil: number } } | { series: Wiring[] } | { parallel: Wiring[] };

/** A tree of coils. Every speaker has its own pair of leads back to the source, joined there. */
export const Wiring: v.GenericSchema<Wiring> = v.lazy((input) => {
  if (input !== null && typeof input === 'object') {
    const branch = (v_: 'series' | 'parallel') =>
      v.pipe(v.array(Wiring), v.minLength(2, `expected at least two members in ${v_}`));
    if ('series' in input) return v.strictObject({ series: branch('series') });
    if ('parallel' in input) return v.strictObject({ parallel: branch('parallel') });
  }
  return v.strictObject({
    coil: v.strictObject({ gear: Id, coil: v.pipe(v.number(), v.integer(), ranged(0, 1, '(coil number)')) }),
  });
});

const GaugeChoice = v.picklist(GAUGES, 'expected a gauge from 18 to 2/0 AWG');

/** Facts that are a figure: range and unit, for the schema and for whoever asks a person. */
export const FACTS = {
  /** At the 20-hour rate. */
  capacityAh: [1, 2000, 'Ah'],
  /** Open-circuit volts at rest, engine off. */
  restVolts: [10, 15, 'V'],
  internalMilliohm: [0.1, 500, 'mΩ'],
  /** Volts the regulator holds at the posts while riding. */
  setVolts: [12, 16, 'V'],
  /** Amperes left for accessories at cruise, and at idle. */
  spareCruiseA: [0, 300, 'A'],
  spareIdleA: [0, 300, 'A'],
  /** Largest drop allowed between posts and gear at full output, % of 12 V. */
  dropLimitPct: [0.5, 15, '%'],
  /** Working temperature of the conductors, °C. */
  conductorCelsius: [0, 105, '°C'],
  /** Cut lengths are rounded up to this, mm. */
  cutStepMm: [1, 1000, 'mm'],
  /** For strip, terminal and a second try at each end, mm. */
  terminalAllowanceMm: [0, 300, 'mm'],
  /** Where a fuse sits, mm of conductor from the battery post. */
  fuseAtMm: [0, 20000, 'mm'],
} as const satisfies Record<string, readonly [min: number, max: number, unit: string]>;
const fact = (name: keyof typeof FACTS) => {
  const [min, max, unit] = FACTS[name];
  return ranged(min, max, unit);
};

export const Battery = v.strictObject({
  chemistry: v.picklist(['flooded', 'agm', 'lithium']),
  capacityAh: fact('capacityAh'),
  restVolts: fact('restVolts'),
  internalMilliohm: fact('internalMilliohm'),
});

export const Charging = v.strictObject({
  setVolts: fact('setVolts'),
  spareCruiseA: fact('spareCruiseA'),
  spareIdleA: fact('spareIdleA'),
});

export const Settings = v.strictObject({
  dropLimitPct: fact('dropLimitPct'),
  conductorCelsius: fact('conductorCelsius'),
  insulation: v.picklist(['unknown', '80', '105']),
  cutStepMm: fact('cutStepMm'),
  terminalAllowanceMm: fact('terminalAllowanceMm'),
});

export const FuseSpot = fact('fuseAtMm');

/** What the job says of one feed; what it does not say is worked out. */
const FeedChoice = v.strictObject({
  holder: v.nullable(FuseHolder),
  fuseA: v.nullable(ranged(0.5, 400, 'A')),
  gauge: v.nullable(GaugeChoice),
  fuseAtMm: FuseSpot,
});
export type FeedChoice = v.InferOutput<typeof FeedChoice>;

export const NO_FEED_CHOICE: FeedChoice = { holder: null, fuseA: null, gauge: null, fuseAtMm: 150 };

const PlacedGear = v.strictObject({ item: GearItem, itemHash: v.string(), place: v.nullable(Id) });

const PathKey = v.pipe(v.string(), v.regex(/^[a-z]+:[A-Za-z0-9-]+>[A-Za-z0-9-]+$/i, 'expected kind:from>to'));

const Shape = v.strictObject({
  format: v.literal('haltrik-job', 'expected "haltrik-job"'),
  version: v.literal(JOB_VERSION, `expected ${JOB_VERSION}`),
  id: Id,
  title: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, 'expected a title'),
    v.maxLength(120, 'expected 120 characters at most'),
  ),
  customer: Text,
  craft: v.strictObject({
    pattern: PatternOnce,
    patternHash: v.string(),
    note: Text,
    battery: Battery,
    charging: Charging,
  }),
  settings: Settings,
  gear: v.record(Id, PlacedGear),
  /** Channel key (gear/channel) → what hangs on it. */
  circuits: v.record(v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]+\/[A-Za-z0-9-]+$/, 'expected gear/channel')), Wiring),
  feeds: v.record(Id, FeedChoice),
  /** Pinned ways: run id → legs in order from its first end. */
  ways: v.record(PathKey, v.array(Id)),
  /** Pinned speaker lead sizes: run id → gauge. */
  leadGauges: v.record(PathKey, GaugeChoice),
});

/** The job document: self-contained, versioned, checked at every border by this one schema. */
export const Job = v.pipe(
  Shape,
  v.rawCheck(({ dataset, addIssue }) => {
    if (!dataset.typed) return;
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
  for (const fault of patternFaults(pattern))
    faults.push({ path: ['craft', 'pattern', ...fault.path.split('.')], expected: fault.expected });
  for (const [id, placed] of Object.entries(job.gear))
    if (placed.place !== null && !(placed.place in pattern.places))
      faults.push({ path: ['gear', id, 'place'], expected: 'expected a place of this craft' });
  const wired = new Set<string>();
  for (const [key, wiring] of Object.entries(job.circuits)) {
    const [gear, channel] = key.split('/') as [string, string];
    const item = job.gear[gear]?.item;
    if (!item || !('bank' in item) || !item.bank.channels.some((c) => c.id === channel))
      faults.push({ path: ['circuits', key], expected: 'expected a channel of gear in this job' });
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
  for (const id of Object.keys(job.feeds)) {
    const item = job.gear[id]?.item;
    if (!item || !('demand' in item))
      faults.push({ path: ['feeds', id], expected: 'expected powered gear of this job' });
  }
  for (const [run, legs] of Object.entries(job.ways))
    for (const leg of legs)
      if (!(leg in pattern.legs))
        faults.push({ path: ['ways', run], expected: `expected legs of this craft, not ${leg}` });
  return faults;
}

/** The coils of a wiring, in the order they are written. */
export function coilsOf(wiring: Wiring): { gear: string; coil: number }[] {
  if ('coil' in wiring) return [wiring.coil];
  return ('series' in wiring ? wiring.series : wiring.parallel).flatMap(coilsOf);
}

/** The speakers of a wiring, each once, in the order they are written. */
export function speakersOf(wiring: Wiring): string[] {
  return [...new Set(coilsOf(wiring).map((c) => c.gear))];
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
    if (issue.type === 'strict_object' && issue.received === 'undefined')
      return { path, expected: 'expected this member; it is missing' };
    // Valibot's own words begin so; ours say what is expected from the start.
    if (issue.message.startsWith('Invalid '))
      return { path, expected: `expected ${issue.expected ?? 'something else'}, not ${issue.received}` };
    return { path, expected: issue.message };
  });
}

/** Checks unknown input against the job schema. Throws JobError naming each path and what is expected. */
export function parseJob(input: unknown): Job {
  const parsed = v.safeParse(Job, input);
  if (parsed.success) return parsed.output;
  throw new JobError(problemsOf(parsed.issues, '(the document)'));
}

/** What a new job assumes until it is told: stated on screen, changed by operation. */
export const DEFAULT_SETTINGS: Job['settings'] = {
  dropLimitPct: 3,
  conductorCelsius: 60,
  insulation: 'unknown',
  cutStepMm: 50,
  terminalAllowanceMm: 30,
};

/** A job with a craft and nothing fitted. `patternHash` is the content hash of `pattern`. */
export function newJob(id: string, title: string, pattern: Pattern, patternHash: string): Job {
  return {
    format: 'haltrik-job',
    version: JOB_VERSION,
    id,
    title,
    customer: '',
    craft: {
      pattern,
      patternHash,
      note: '',
      battery: { chemistry: 'agm', capacityAh: 12, restVolts: 12.7, internalMilliohm: 9 },
      charging: { setVolts: 14.2, spareCruiseA: 16, spareIdleA: 5 },
    },
    settings: DEFAULT_SETTINGS,
    gear: {},
    circuits: {},
    feeds: {},
    ways: {},
    leadGauges: {},
  };
}
