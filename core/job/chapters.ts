import { keep } from '../document/keep';
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

/** Makes the chapter of that name, or gives the one it made before where nothing that it reads has changed. */
export type MakeChapter = <Given extends readonly unknown[], T>(
  name: string,
  reads: readonly JobPart[],
  job: Job,
  make: (job: Job, ...given: Given) => T,
  ...given: Given
) => T;

/**
 * Chapters of one job, kept by name while it is edited: each made again only when a part of the job it reads, or what
 * it is given, is another one. `make` is a function of these alone. `onMake` is told of every chapter that is made.
 */
export function chapters(onMake?: (name: string) => void): MakeChapter {
  const kept = new Map<string, (...reads: readonly unknown[]) => unknown>();
  let asked: () => unknown;
  return (name, reads, job, make, ...given) => {
    let chapter = kept.get(name);
    if (!chapter) kept.set(name, (chapter = keep(() => asked())));
    asked = () => {
      onMake?.(name);
      return make(narrowed(job, reads), ...given);
    };
    return chapter(...reads.map((part) => partOf(job, part)), ...given) as ReturnType<typeof make>;
  };
}
