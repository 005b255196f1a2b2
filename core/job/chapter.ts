import { shared } from '../document/keep';
import type { Station } from '../findings/finding';
import type { Job } from './job';
import type { OverruleKind } from './parts/overrules';

/** A part of a job that can be read by itself. */
export type JobPart =
  Exclude<keyof Job, 'craft' | 'overrules'> | `craft.${keyof Job['craft']}` | `overrules.${OverruleKind}`;

/** A part of a job: the member it lies in, where it is not one itself, and its name there. */
interface Read {
  readonly of: 'craft' | 'overrules' | undefined;
  readonly name: string;
}
const readOf = (part: JobPart): Read => {
  const dot = part.indexOf('.');
  return dot === -1
    ? { of: undefined, name: part }
    : { of: part.slice(0, dot) as 'craft' | 'overrules', name: part.slice(dot + 1) };
};
const partOf = (job: Job, { of, name }: Read): unknown =>
  ((of ? job[of] : job) as unknown as Readonly<Record<string, unknown>>)[name];

/** The job as far as it is read: whatever reads more than it has said finds it missing at once. */
function narrowed(reads: readonly Read[], parts: readonly unknown[]): Job {
  const craft: Record<string, unknown> = {};
  const overrules: Record<string, unknown> = {};
  const whole: Record<string, unknown> = { craft, overrules };
  reads.forEach(({ of, name }, i) => ((of === 'craft' ? craft : of ? overrules : whole)[name] = parts[i]));
  return whole as unknown as Job;
}

/** One thing a chapter makes: what of the job it reads, and how it is made of that and of what it is given. */
export interface Made<Given extends readonly unknown[], T> {
  readonly reads: readonly Read[];
  /** A function of these alone. */
  readonly make: (job: Job, ...given: Given) => T;
  /** Held against the last answer, so that what is equal stays the same. */
  readonly compared: boolean;
}
export const made = <Given extends readonly unknown[], T>(
  parts: readonly JobPart[],
  make: Made<Given, T>['make'],
  compared = true,
): Made<Given, T> => ({ reads: parts.map(readOf), make, compared });

/**
 * What one chapter works out for another to go on with, handed on whole: the keeper does not look into a function, so
 * what is worked on in place, or knows where it is from, stays as it was made.
 */
export const handOn =
  <T>(whole: T) =>
  (): T =>
    whole;

/** What every chapter has beside what it makes. */
export interface Chapter {
  readonly id: string;
  /** Where it is worked at. */
  readonly station: Station;
  /** Of what it makes: raised whenever that changes shape, and kept in every seal. */
  readonly version: number;
  /** What it makes, as this version reads it, of a plan sealed with an earlier one. Nothing is calculated anew. */
  readonly upgrade?: (sealed: never, from: number) => object;
}

const names = new WeakMap<object, string>();
const isMade = (member: unknown): member is Made<readonly unknown[], unknown> =>
  typeof member === 'object' && member !== null && 'make' in member;

/** A chapter of the plan: one folder, entered by this face. */
export function chapter<C extends Chapter>(face: C): C {
  for (const [name, member] of Object.entries(face)) if (isMade(member)) names.set(member, `${face.id} ${name}`);
  return face;
}

/** Makes one thing, or gives the one made before where nothing that it reads has changed. */
export type Keeper = <Given extends readonly unknown[], T>(what: Made<Given, T>, job: Job, ...given: Given) => T;

/** An answer, and what it was made of. */
interface Kept {
  parts: unknown[];
  given: readonly unknown[];
  made: unknown;
}

/**
 * What is made of one job, kept while it is edited: made again only when something it reads, or is given, is another
 * one than last time. What comes out equal to the last answer is the last answer, whole or in its larger parts, so that
 * whatever reads it in turn need not be made again either. Answers are never changed in place by whoever gets them. What
 * is only handed on to be made into something else need not be `compared`: the answer to that is. `onMake` is told the
 * name of everything that is made.
 */
export function keeper(onMake?: (name: string) => void): Keeper {
  const kept = new Map<object, Kept>();
  return (what, job, ...given) => {
    const { reads, make, compared } = what;
    type Answer = ReturnType<typeof make>;
    const last = kept.get(what);
    if (last && isMadeOf(last, reads, job, given)) return last.made as Answer;
    onMake?.(names.get(what) ?? 'plan');
    const parts = reads.map((read) => partOf(job, read));
    const made = make(narrowed(reads, parts), ...given);
    if (!last) {
      kept.set(what, { parts, given, made });
      return made;
    }
    Object.assign(last, { parts, given, made: compared ? shared(last.made as Answer, made) : made });
    return last.made as Answer;
  };
}

function isMadeOf({ parts, given }: Kept, reads: readonly Read[], job: Job, now: readonly unknown[]): boolean {
  for (let i = 0; i < reads.length; i++) if (partOf(job, reads[i]!) !== parts[i]) return false;
  if (now.length !== given.length) return false;
  for (let i = 0; i < now.length; i++) if (now[i] !== given[i]) return false;
  return true;
}
