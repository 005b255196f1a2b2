import { COMMON_PRACTICE, type Source } from '../tables/source';

export const STATIONS = ['intake', 'gear', 'mounting', 'speakers', 'power', 'routing', 'build', 'handover'] as const;
export type Station = (typeof STATIONS)[number];

export const SEVERITIES = ['stop', 'caution', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** The thing a finding judges; `id` is a key of the job, its craft or the plan. A rule judges a thing once. */
export interface Subject {
  readonly kind:
    | 'job'
    | 'battery'
    | 'tie'
    | 'gear'
    | 'circuit'
    | 'zone'
    | 'feed'
    | 'run'
    | 'leg'
    | 'cover'
    | 'lamp'
    | 'existing'
    | 'link'
    | 'loom'
    | 'wish'
    | 'overrule'
    | 'step';
  readonly id: string;
}

/** One number that went into a judgement, ready to be shown with its unit. */
export interface FindingFigure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
}

/** What one rule saw on one subject. `cure` is a job operation a person can accept with one press. */
export interface Sighting<Op> {
  readonly subject: Subject;
  readonly reason: string;
  readonly figures: readonly FindingFigure[];
  readonly cure?: { readonly label: string; readonly operations: readonly Op[] };
}

export interface Finding<Op> extends Sighting<Op> {
  /** Stable over re-planning: rule and subject. */
  readonly key: string;
  readonly rule: string;
  readonly station: Station;
  readonly severity: Severity;
  readonly title: string;
  readonly formula: string;
  readonly source: Source;
  readonly overrulable: boolean;
  /** Why a person accepted it, where one did and its figures are still what they were: it is listed, and quiet. */
  readonly accepted?: string;
}

/** What an acceptance rests on: the figures it was given on. */
export const findingBasis = ({ figures }: Pick<Finding<unknown>, 'figures'>): readonly (string | number)[] =>
  figures.flatMap(({ name, value, unit }) => [name, Math.round(value * 100) / 100, unit]);

/** A rule is data with one function: it looks at the plan so far and reports each place it fires. */
export interface Rule<Seen, Op> {
  readonly id: string;
  readonly station: Station;
  readonly severity: Severity;
  readonly title: string;
  readonly formula: string;
  readonly source: Source;
  readonly overrulable: boolean;
  readonly look: (seen: Seen) => readonly Sighting<Op>[];
}

/** A rule as it is written: where it says nothing else it is a caution of common practice that a person may accept. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever it looks at
type Written<R extends Rule<any, any>> = Pick<R, 'id' | 'title' | 'formula' | 'look'> & Partial<R>;

/** The rules of one station. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever they look at
export const rulesAt = <R extends Rule<any, any>>(station: Station, rules: readonly Written<R>[]): readonly R[] =>
  rules.map((rule) => ({ station, severity: 'caution', source: COMMON_PRACTICE, overrulable: true, ...rule }) as R);

/** What a rule says of one thing, where it says anything. */
export type Said<Op> = Omit<Sighting<Op>, 'subject'>;

/**
 * Each of some things of one kind, with its id, and what is said of it; nothing is said of most. Things are a map by
 * id, pairs of id and thing, things that know their id, or the ids alone.
 */
export function each<T, Op = never>(
  kind: Subject['kind'],
  things: Readonly<Record<string, T>>,
  look: (thing: T, id: string) => Said<Op> | undefined,
): Sighting<Op>[];
export function each<T, Op = never>(
  kind: Subject['kind'],
  things: Iterable<readonly [id: string, thing: T]>,
  look: (thing: T, id: string) => Said<Op> | undefined,
): Sighting<Op>[];
export function each<T extends string | { readonly id: string }, Op = never>(
  kind: Subject['kind'],
  things: Iterable<T>,
  look: (thing: T, id: string) => Said<Op> | undefined,
): Sighting<Op>[];
export function each<Op>(
  kind: Subject['kind'],
  things: Readonly<Record<string, unknown>> | Iterable<unknown>,
  look: (thing: never, id: string) => Said<Op> | undefined,
): Sighting<Op>[] {
  const seen: Sighting<Op>[] = [];
  const at = (id: string, thing: unknown) => {
    const said = look(thing as never, id);
    if (said) seen.push({ subject: { kind, id }, ...said });
  };
  if (isListed(things)) for (const thing of things) at(...idOf(thing));
  else for (const id of Object.keys(things)) at(id, things[id]);
  return seen;
}
const isListed = (things: object): things is Iterable<unknown> =>
  typeof (things as Partial<Iterable<unknown>>)[Symbol.iterator] === 'function';
const idOf = (thing: unknown): [id: string, thing: unknown] => {
  if (Array.isArray(thing)) return thing as [string, unknown];
  return [typeof thing === 'string' ? thing : (thing as { id: string }).id, thing];
};

/** What a chapter's rules find, in the rules' own order. */
export function judge<Seen, Op>(rules: readonly Rule<Seen, Op>[], seen: Seen): Finding<Op>[] {
  const found: Finding<Op>[] = [];
  for (const rule of rules)
    for (const sighting of rule.look(seen))
      found.push({
        ...sighting,
        key: `${rule.id}@${sighting.subject.kind}/${sighting.subject.id}`,
        rule: rule.id,
        station: rule.station,
        severity: rule.severity,
        title: rule.title,
        formula: rule.formula,
        source: rule.source,
        overrulable: rule.overrulable,
      });
  return found;
}

/** Orders findings by severity; the sort is stable, so chapter order is kept within one severity. */
export function bySeverity<Op>(findings: readonly Finding<Op>[]): Finding<Op>[] {
  return [...findings].sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}
