import { keep } from '../document/keep';
import type { Job } from './job';
import { asOrdered } from './order';

/** A part of a job that can be read by itself. */
export type JobPart = Exclude<keyof Job, 'craft'> | `craft.${keyof Job['craft']}`;

const partOf = (job: Job, part: JobPart): unknown =>
  part.startsWith('craft.') ? job.craft[part.slice(6) as keyof Job['craft']] : job[part as keyof Job];

/** The job as far as these parts go: whatever reads more than it has said finds it missing at once. */
function narrowed(job: Job, parts: readonly JobPart[]): Job {
  const craft: Record<string, unknown> = {};
  const whole: Record<string, unknown> = { craft };
  for (const part of parts)
    if (part.startsWith('craft.')) craft[part.slice(6)] = partOf(job, part);
    else whole[part] = partOf(job, part);
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
