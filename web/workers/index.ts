import { proxy, wrap, type Remote } from 'comlink';
import type { Job } from '#core/job/job';
import type { WiringProposals } from '#core/speakers/index';
import type { Planner } from './planner';

const start = () => new Worker(new URL('./planner.ts', import.meta.url), { type: 'module', name: 'planner' });
let remote: Remote<Planner> | undefined;

/** The planner in its worker, started on first use. */
export function planner(): Remote<Planner> {
  remote ??= wrap<Planner>(start());
  return remote;
}

export interface Search<T> {
  readonly answer: Promise<T>;
  /** Ends the search; `answer` is then never settled. */
  readonly cancel: () => void;
}

/** Searches the wirings of a job in a worker of its own, which can be stopped at any moment. */
export function searchWirings(job: Job, onProgress: (part: number, examined: number) => void): Search<WiringProposals> {
  const worker = start();
  const answer = wrap<Planner>(worker)
    .wirings(job, proxy(onProgress))
    .finally(() => worker.terminate());
  return { answer, cancel: () => worker.terminate() };
}
