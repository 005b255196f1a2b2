import { keep } from '../document/keep';
import type { Station } from '../findings/finding';
import type { Job } from './job';
import { asOrdered } from './order';
import type { OverruleKind } from './parts/overrules';

/** A part of a job that can be read by itself. */
export type JobPart =
  Exclude<keyof Job, 'craft' | 'overrules'> | `craft.${keyof Job['craft']}` | `overrules.${OverruleKind}`;

/** The member of the job a part lies in, and its name there; a part that is a member itself lies in none. */
const within = (part: JobPart): readonly [keyof Job | undefined, string] => {
  const dot = part.indexOf('.');
  return dot === -1 ? [undefined, part] : [part.slice(0, dot) as keyof Job, part.slice(dot + 1)];
};
const WITHIN = new Map<JobPart, ReturnType<typeof within>>();
function split(part: JobPart) {
  let found = WITHIN.get(part);
  if (!found) WITHIN.set(part, (found = within(part)));
  return found;
}

function partOf(job: Job, part: JobPart): unknown {
  const [member, name] = split(part);
  const of = (member === undefined ? job : job[member]) as unknown as Readonly<Record<string, unknown>>;
  return of[name];
}

/** The job as far as these parts go: whatever reads more than it has said finds it missing at once. */
function narrowed(job: Job, parts: readonly JobPart[]): Job {
  const whole: Record<string, unknown> = {};
  const maps: Record<string, Record<string, unknown>> = { craft: {}, overrules: {} };
  for (const part of parts) {
    const [member, name] = split(part);
    (member === undefined ? whole : maps[member]!)[name] = partOf(job, part);
  }
  Object.assign(whole, maps);
  return asOrdered(whole as Job);
}

/** One thing a chapter makes: what of the job it reads, and how it is made of that and of what it is given. */
export interface Made<Given extends readonly unknown[], T> {
  readonly reads: readonly JobPart[];
  /** A function of these alone. */
  readonly make: (job: Job, ...given: Given) => T;
  /** Held against the last answer, so that what is equal stays the same. */
  readonly compared: boolean;
}
export const made = <Given extends readonly unknown[], T>(
  reads: readonly JobPart[],
  make: Made<Given, T>['make'],
  compared = true,
): Made<Given, T> => ({ reads, make, compared });

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

/** What is made of one job, kept while it is edited. `onMake` is told the name of everything that is made. */
export function keeper(onMake?: (name: string) => void): Keeper {
  const kept = new Map<object, (...reads: readonly unknown[]) => unknown>();
  let asked: () => unknown;
  return (what, job, ...given) => {
    const { reads, make } = what;
    let ask = kept.get(what);
    if (!ask) kept.set(what, (ask = keep(() => asked(), what.compared)));
    asked = () => {
      onMake?.(names.get(what) ?? 'plan');
      return make(narrowed(job, reads), ...given);
    };
    return ask(...reads.map((part) => partOf(job, part)), ...given) as ReturnType<typeof make>;
  };
}
