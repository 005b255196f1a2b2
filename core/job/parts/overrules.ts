import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { mapped, editsOf, older, without, type Gone } from '../../document/edits';
import { OperationError, problemsOf, type Fault } from '../../document/fault';
import { Why, setsOf, type Overrulable, type Overrulables, type SetsOf, type ValueOf } from '../../document/overrule';
import { Id } from '../../text/scalars';
import { fact } from '../facts';
import type { Job } from '../job';
import * as feeds from './feeds';
import { oldRestore } from './old-restore';
import { RunId, StepId, StepMinutes, keyNames } from './keys';
import * as steps from './steps';
import * as wires from './wires';

/** Everything a person may set over the plan. */
const SETS = { ...feeds.sets, ...wires.sets, ...steps.sets };
export const OVERRULES: Overrulables<Job, typeof SETS> = { ...feeds.overrules, ...wires.overrules, ...steps.overrules };
export type OverruleKind = keyof typeof SETS;
export const OVERRULE_KINDS = Object.keys(SETS) as [OverruleKind, ...OverruleKind[]];
type Value<Kind extends OverruleKind> = ValueOf<(typeof SETS)[Kind]>;

export const shape = {
  /** What a person has set over the plan, and why: kind → subject → value. */
  overrules: setsOf(SETS),
};
type Sets = SetsOf<typeof SETS>;
const kindOf = (kind: OverruleKind) => OVERRULES[kind] as Overrulable<Job>;
export const NONE_SET = Object.fromEntries(OVERRULE_KINDS.map((kind) => [kind, {}])) as unknown as Sets;
export const empty = { overrules: NONE_SET };

/** What a person has set; undefined where nobody has. */
export function setOf<Kind extends OverruleKind>(
  { overrules }: Pick<Job, 'overrules'>,
  kind: Kind,
  subject: string,
): Value<Kind> | undefined {
  const of: Sets[Kind] = overrules[kind];
  return Object.hasOwn(of, subject) ? of[subject]!.value : undefined;
}

function withSet(job: Job, kind: OverruleKind, subject: string, set: Sets[OverruleKind][string] | null): Job {
  const of = job.overrules[kind] as Record<string, unknown>;
  const next = set === null ? without(of, (key) => key === subject) : { ...of, [subject]: set };
  return { ...job, overrules: { ...job.overrules, [kind]: next } };
}

function read<T>(op: string, schema: v.GenericSchema<unknown, T>, input: unknown, at: string): T {
  const parsed = v.safeParse(schema, input);
  if (parsed.success) return parsed.output;
  const [first] = problemsOf(parsed.issues, at);
  throw new OperationError(op, `${first!.path}: ${first!.expected}`);
}

const Kind = v.picklist(OVERRULE_KINDS);

export const edits = editsOf<Job>()({
  /** Null takes a person's value back: the plan's proposal stands, where there still is one. */
  overrule: {
    says: { kind: Kind, subject: v.string(), value: v.unknown(), why: v.optional(Why) },
    words: ({ kind, value }) => (value === null ? 'take the proposal' : `choose ${kindOf(kind).name.toLowerCase()}`),
    change(job, { kind, subject, value, why }) {
      read('overrule', SETS[kind].subject as v.GenericSchema<unknown, string>, subject, 'subject');
      if (value === null) return withSet(job, kind, subject, null);
      const set = read<unknown>('overrule', SETS[kind].value, value, 'value');
      // A value set anew without a reason does not inherit the reason of the one before.
      return withSet(job, kind, subject, { value: set, why: why ?? null } as never);
    },
  },
  /** Says anew why something stands, on what is proposed now. */
  giveReason: {
    says: { kind: Kind, subject: v.string(), why: Why },
    words: 'give a reason',
    change(job, { kind, subject, why }) {
      const value = setOf(job, kind, subject);
      if (value === undefined)
        throw new OperationError(
          'giveReason',
          `there is nothing set for ${kindOf(kind).name.toLowerCase()} ${subject}`,
        );
      return withSet(job, kind, subject, { value, why } as never);
    },
  },
});

/** An edit that sets, or with null takes back, one value. */
export const overrule = <Kind extends OverruleKind>(
  kind: Kind,
  subject: string,
  value: Value<Kind> | null,
  why?: Why,
) => ({ op: 'overrule' as const, kind, subject, value, ...(why ? { why } : {}) });

/** Until version 6 each kind had an edit of its own. */
const why = v.optional(Why);
const OldKey = v.pipe(v.string(), v.regex(/^(gauge|fuse|way|lead|minutes|wiring)=.+$/));
const split = (key: string) => {
  const [kind, subject] = key.split(/=(.*)/s) as [OverruleKind, string];
  return { kind, subject };
};
const GaugeOrNone = v.nullable(feeds.GaugeChoice);
export const olderEdits = {
  chooseGauge: [older(6, { gear: Id, gauge: GaugeOrNone, why }, (o) => overrule('gauge', o.gear, o.gauge, o.why))],
  chooseFuse: [
    older(6, { gear: Id, amps: v.nullable(fact('fuseA')), why }, (o) => overrule('fuse', o.gear, o.amps, o.why)),
  ],
  chooseWay: [
    older(6, { run: RunId, legs: v.nullable(v.array(Id)), why }, (o) => overrule('way', o.run, o.legs, o.why)),
  ],
  chooseLead: [older(6, { run: RunId, gauge: GaugeOrNone, why }, (o) => overrule('lead', o.run, o.gauge, o.why))],
  expectMinutes: [
    older(6, { step: StepId, minutes: v.nullable(StepMinutes), why }, (o) =>
      overrule('minutes', o.step, o.minutes, o.why),
    ),
  ],
  explainWiring: [
    older(6, { why: v.nullable(Why) }, (o) => overrule('wiring', 'speakers', o.why && 'asWired', o.why ?? undefined)),
  ],
  dropOverrule: [older(6, { key: OldKey }, ({ key }) => ({ op: 'overrule', ...split(key), value: null }))],
  restore: [oldRestore],
  giveReason: [older(6, { key: OldKey, why: Why }, ({ key, why }) => ({ op: 'giveReason', ...split(key), why }))],
};

export const faults = (job: Job): Fault[] =>
  OVERRULE_KINDS.flatMap((kind) =>
    Object.entries(job.overrules[kind]).flatMap(([subject, { value }]): Fault[] => {
      const expected = kindOf(kind).fault?.(job, subject, value);
      return expected === undefined ? [] : [{ path: ['overrules', kind, subject], expected }];
    }),
  );

export function forget(job: Job, { kind, id }: Gone): Job {
  const { legs } = foundCraft(job);
  const ofRun = (run: string): boolean =>
    kind === 'feed' ? /^(feed|return):/.test(run) && run.endsWith(`>${id}`) : keyNames(job, 'run', run, id);
  const drop = (of: OverruleKind, subject: string): boolean => {
    // A way leads between two places; when an end moves, or a feed begins elsewhere, it no longer leads there.
    if (kind === 'ends' || kind === 'tap' || kind === 'feed') return of === 'way' && ofRun(subject);
    if (kind === 'cover') return of === 'cover' && subject === id;
    // A way that led through what is not there is no way.
    if (kind === 'leg' || kind === 'place')
      return (
        (of === 'leg' && !Object.hasOwn(legs, subject)) ||
        (of === 'way' && setOf(job, 'way', subject)!.some((leg) => !Object.hasOwn(legs, leg)))
      );
    if (kind === 'memory') return of === 'minutes' && subject === `close:memory/${id}`;
    const named = kind === 'gear' || kind === 'battery' || (kind === 'circuit' && !Object.hasOwn(job.gear, id));
    return named && keyNames(job, 'overrule', `${of}=${subject}`, id);
  };
  const next = mapped<Record<string, unknown>>(job.overrules, (of, key) =>
    without(of, (subject) => drop(key as OverruleKind, subject)),
  );
  return { ...job, overrules: next as Sets };
}
