import { openedAlong } from '../craft/covers';
import type { Opened } from '../craft/cover';
import { craftOf } from '../craft/own';
import type { Pattern } from '../craft/pattern';
import type { Job } from '../job/job';
import type { Run, RunNeed } from './runs';

type Ended = RunNeed & Pick<Run, 'fromPlace' | 'toPlace'>;

const endsOf = ({ places }: Pattern, { fromPlace, toPlace }: Ended): Opened[] =>
  [fromPlace, toPlace].flatMap((id) => (id === undefined ? [] : [places[id]!.covers]));

/** What new wires need open wherever they run: new gear, what comes out, and the places that what is laid ends at. */
export function openedByEnds(job: Job, runs: readonly Ended[]): Opened[] {
  const pattern = craftOf(job);
  const gear = Object.values(job.gear).flatMap(({ place, there }) =>
    (there === null || there === 'out') && place !== null ? [pattern.places[place]!.covers] : [],
  );
  const ends = runs.flatMap((run) =>
    run.old || run.fromPlace === undefined || run.toPlace === undefined ? [] : endsOf(pattern, run),
  );
  return [...new Set([...gear, ...ends])];
}

/** What these runs need open: their legs, fished ones as they are fished, and the places they end at. */
export const openedByRuns = (pattern: Pattern, runs: readonly Run[]): Opened[] =>
  runs.flatMap((run) =>
    run.way && !run.old ? [...openedAlong(pattern, run.way.legs, run.fished), ...endsOf(pattern, run)] : [],
  );

/** All that is open in a job: for its gear, and for its runs as they are laid. */
export const openedFor = (job: Job, runs: readonly Run[]): Opened[] => [
  ...openedByEnds(job, runs),
  ...openedByRuns(craftOf(job), runs),
];
