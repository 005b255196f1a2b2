import { proxy, wrap, type Remote } from 'comlink';
import type { Job } from '#core/job/job';
import type { WiringProposals } from '#core/speakers/index';
import type { Searches } from './searches';

const start = () => new Worker(new URL('./searches.ts', import.meta.url), { type: 'module', name: 'searches' });
let remote: Remote<Searches> | undefined;

/** What takes longer than an edit may, in a worker started on first use. */
export function searches(): Remote<Searches> {
  remote ??= wrap<Searches>(start());
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
  const answer = wrap<Searches>(worker)
    .wirings(job, proxy(onProgress))
    .finally(() => worker.terminate());
  return { answer, cancel: () => worker.terminate() };
}
