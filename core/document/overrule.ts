import * as v from 'valibot';
import { Text } from '../text/scalars';
import { contentHash } from './hash';

/** Hash of some content; what it is of says how it is made. */
export const Hash = v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]{0,64}$/, 'expected a hash'));

/** Why a person's value stands over a proposed one. */
export const Why = v.strictObject({
  reason: Text,
  /** What was proposed then, in words; null when nothing was. */
  then: v.nullable(Text),
  /** Hash of what the proposal rested on then. */
  basis: Hash,
});
export type Why = v.InferOutput<typeof Why>;

/** What may be set over a proposal: the schema of what it is set for, and of its value. */
export interface Settable<Value = unknown> {
  readonly subject: v.GenericSchema<string>;
  readonly value: v.GenericSchema<Value>;
}
export type ValueOf<S> = S extends { readonly value: v.GenericSchema<infer Value> } ? Value : never;

/** A kind of thing a person may set over what is proposed. */
export interface Overrulable<Doc, Value = unknown> {
  readonly name: string;
  /** A value in words. */
  readonly words: (value: Value, doc: Doc) => string;
  /** What is expected where a value does not hold in this document; undefined where it does. */
  readonly fault?: (doc: Doc, subject: string, value: Value) => string | undefined;
  /** Whether a value was found there rather than chosen: it is no overrule. */
  readonly found?: (doc: Doc, subject: string) => boolean;
}
export type Overrulables<Doc, Sets> = { readonly [Kind in keyof Sets]: Overrulable<Doc, ValueOf<Sets[Kind]>> };

/** A value a person has set, and why; null where nobody has said. */
export interface SetValue<Value> {
  readonly value: Value;
  readonly why: Why | null;
}
export type SetsOf<Kinds> = { [Kind in keyof Kinds]: Record<string, SetValue<ValueOf<Kinds[Kind]>>> };

/** The map of everything set: kind → subject → value. */
export const setsOf = <Kinds extends Readonly<Record<string, Settable>>>(kinds: Kinds) =>
  v.strictObject(
    Object.fromEntries(
      Object.entries(kinds).map(([kind, { subject, value }]) => [
        kind,
        v.record(subject, v.strictObject({ value, why: v.nullable(Why) })),
      ]),
    ),
  ) as unknown as v.GenericSchema<SetsOf<Kinds>>;

/** Key of one thing that may be set: kind=subject. */
export const overruleKey = (kind: string, subject: string): string => `${kind}=${subject}`;

/** What the plan would say, and what that rests on, for one thing a person may set. */
export interface Proposal<Kind extends string = string> {
  readonly key: string;
  readonly kind: Kind;
  readonly subject: string;
  /** In words; undefined when nothing is proposed. */
  readonly words: string | undefined;
  readonly inputs: readonly (string | number)[];
}

/** A person's value over a proposed one, as it stands now. */
export interface Overrule<Kind extends string = string> {
  readonly key: string;
  readonly kind: Kind;
  readonly subject: string;
  /** The subject in words, as the plan names it; its key when the plan no longer knows it. */
  readonly about: string;
  /** The person's value, in words. */
  readonly value: string;
  readonly why: Why | undefined;
  readonly proposedNow: string | undefined;
  /**
   * live: it rests on what it rested on then; stale: that has changed since; orphaned: what it was about is
   * no longer there. One set without a reason is live while it has a subject.
   */
  readonly state: 'live' | 'stale' | 'orphaned';
}

/** Hash of what a proposal rests on: changes when, and only when, one of its figures does. */
export const basisOf = (proposal: Proposal): string => contentHash(proposal.inputs);

/** The reason to store with a value set over this proposal. */
export const whyNot = (proposal: Proposal, reason: string): Why => ({
  reason,
  then: proposal.words ?? null,
  basis: basisOf(proposal),
});

/** How something set stands to what would be proposed now. */
export function standing(why: Why | null, proposal: Proposal | undefined): Overrule['state'] {
  if (!proposal) return 'orphaned';
  return why && why.basis !== basisOf(proposal) ? 'stale' : 'live';
}
