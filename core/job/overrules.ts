import { gaugeName } from '../tables/conductors';
import { contentHash } from '../gear/hash';
import type { Job, Why } from './job';

/** What a person can set over a proposal. */
export type OverruleKind = 'gauge' | 'fuse' | 'way' | 'lead' | 'minutes' | 'wiring';

export const OVERRULE_NAMES: Record<OverruleKind, string> = {
  gauge: 'Gauge',
  fuse: 'Fuse',
  way: 'Way',
  lead: 'Lead gauge',
  minutes: 'Minutes',
  wiring: 'Wiring',
};

/** Key of an overrule: property=subject. */
export const overruleKey = (kind: OverruleKind, subject: string): string => `${kind}=${subject}`;

/** The wiring of all speakers together: it is chosen, and overruled, as a whole. */
export const WIRING_KEY = overruleKey('wiring', 'speakers');

/** What the plan would say, and what that rests on, for one thing a person may set. */
export interface Proposal {
  readonly key: string;
  readonly kind: OverruleKind;
  /** The feed's gear, the run or the step. */
  readonly subject: string;
  /** In words; undefined when nothing is proposed. */
  readonly words: string | undefined;
  readonly inputs: readonly (string | number)[];
}

/** A person's value over a proposed one, as it stands now. */
export interface Overrule {
  readonly key: string;
  readonly kind: OverruleKind;
  readonly subject: string;
  /** The subject in words, as the plan names it; its key when the plan no longer knows it. */
  readonly about: string;
  /** The person's value, in words. */
  readonly value: string;
  readonly why: Why | undefined;
  readonly proposedNow: string | undefined;
  /**
   * live: it rests on what it rested on then; stale: that has changed since; orphaned: what it was about is
   * no longer in the job. One set without a reason is live while it has a subject.
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

/** Every value of the job that stands over a proposal. `proposals` are what would be proposed now, by key. */
export function overrulesOf(
  job: Job,
  proposals: Readonly<Record<string, Proposal>>,
  nameOf: (kind: OverruleKind, subject: string) => string | undefined,
): Overrule[] {
  const { conductors } = job.settings;
  const set: [OverruleKind, string, string][] = [
    ...Object.entries(job.feeds).flatMap(([gear, { gauge, fuseA }]): [OverruleKind, string, string][] => [
      ...(gauge === null ? [] : [['gauge', gear, gaugeName(gauge, conductors)] as [OverruleKind, string, string]]),
      // The fuse of what is kept was found there, not chosen.
      ...(fuseA === null || job.gear[gear]?.there === 'kept'
        ? []
        : [['fuse', gear, `${fuseA} A`] as [OverruleKind, string, string]]),
    ]),
    ...Object.entries(job.ways).map(([run, legs]): [OverruleKind, string, string] => ['way', run, wayWords(job, legs)]),
    ...Object.entries(job.leadGauges).map(([run, g]): [OverruleKind, string, string] => [
      'lead',
      run,
      gaugeName(g, conductors),
    ]),
    ...Object.entries(job.minutes).map(([step, m]): [OverruleKind, string, string] => ['minutes', step, `${m} min`]),
    // Only where a person has said why: most wirings are simply chosen.
    ...(job.overrules[WIRING_KEY] ? [['wiring', 'speakers', 'as wired'] as [OverruleKind, string, string]] : []),
  ];
  return set.map(([kind, subject, value]) => {
    const key = overruleKey(kind, subject);
    const why = job.overrules[key];
    const proposal = Object.hasOwn(proposals, key) ? proposals[key] : undefined;
    const state = !proposal ? 'orphaned' : why && why.basis !== basisOf(proposal) ? 'stale' : 'live';
    return {
      key,
      kind,
      subject,
      about: nameOf(kind, subject) ?? subject,
      value,
      why,
      proposedNow: proposal?.words,
      state,
    };
  });
}

/** A proposal for one thing a person may set. */
export const proposal = (
  kind: OverruleKind,
  subject: string,
  words: string | undefined,
  inputs: Proposal['inputs'],
): Proposal => ({ key: overruleKey(kind, subject), kind, subject, words, inputs });

/** The feeds with no gauge or fuse set; the very same ones when none is. */
export function withoutSizes({ feeds }: Pick<Job, 'feeds'>): Job['feeds'] {
  if (Object.values(feeds).every(({ gauge, fuseA }) => gauge === null && fuseA === null)) return feeds;
  return Object.fromEntries(Object.entries(feeds).map(([id, choice]) => [id, { ...choice, gauge: null, fuseA: null }]));
}

const NONE_SET = {};

/** The job with nothing set over a proposal, its feeds being `unsized`; the very same one when nothing is. */
export function withoutOverrules(job: Job, unsized: Job['feeds']): Job {
  const set = Object.keys(job.ways).length > 0 || Object.keys(job.leadGauges).length > 0 || unsized !== job.feeds;
  return set ? { ...job, feeds: unsized, ways: NONE_SET, leadGauges: NONE_SET } : job;
}

/** A way in words: the names of its legs. */
export const wayWords = (job: Job, legs: readonly string[]): string =>
  legs.map((id) => job.craft.pattern.legs[id]?.name ?? id).join(', ');
