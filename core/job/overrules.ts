import {
  overruleKey,
  standing,
  type Overrule as AnyOverrule,
  type Overrulable,
  type Proposal as AnyProposal,
  type SetValue,
} from '../document/overrule';
import type { Job } from './job';
import { OVERRULES, OVERRULE_KINDS, type OverruleKind } from './parts/overrules';

/** What the plan would say for one thing a person may set. */
export type Proposal = AnyProposal<OverruleKind>;
/** A person's value over a proposed one, as it stands now. */
export type Overrule = AnyOverrule<OverruleKind>;

/** Every value of the job that stands over a proposal. `proposals` are what would be proposed now, by key. */
export const overrulesOf = (
  job: Job,
  proposals: Readonly<Record<string, Proposal>>,
  nameOf: (kind: OverruleKind, subject: string) => string | undefined,
): Overrule[] =>
  OVERRULE_KINDS.flatMap((kind) => {
    const { words, found } = OVERRULES[kind] as Overrulable<Job>;
    return Object.entries<SetValue<unknown>>(job.overrules[kind]).flatMap(([subject, { value, why }]): Overrule[] => {
      if (found?.(job, subject)) return [];
      const key = overruleKey(kind, subject);
      const proposal = Object.hasOwn(proposals, key) ? proposals[key] : undefined;
      return [
        {
          key,
          kind,
          subject,
          about: nameOf(kind, subject) ?? subject,
          value: words(value, job),
          why: why ?? undefined,
          proposedNow: proposal?.words,
          state: standing(why, proposal),
        },
      ];
    });
  });

/** A proposal for one thing a person may set. */
export const proposal = (
  kind: OverruleKind,
  subject: string,
  words: string | undefined,
  inputs: Proposal['inputs'],
): Proposal => ({ key: overruleKey(kind, subject), kind, subject, words, inputs });
