import { Worker } from 'node:worker_threads';
import { DocumentError } from '#core/document/fault';
import type { Run } from './tasks';
import type { Answer, Ask } from './worker';

/** Longest a task may take, ms, and a new thread before it begins one; most memory it may want, MB. */
const MOST_MS = 20_000;
const MOST_START_MS = 30_000;
const MOST_MB = 768;

/** A task was ended because it went on too long or wanted too much memory. */
export class TookTooLongError extends Error {
  readonly status = 422;
  readonly title = 'Too much for this server';
  constructor(reason: string) {
    super(`what was asked was ended: ${reason}`);
  }
}

interface Waiting {
  readonly ask: Ask;
  readonly done: (value: unknown) => void;
  readonly failed: (error: Error) => void;
}

/**
 * A thread beside the one that answers requests. Tasks go one after another; one that goes on too long or wants too
 * much is ended with its thread, and the next gets a new one.
 */
export class Pool {
  readonly #open: Waiting[] = [];
  #worker: Worker | undefined;
  #busy = false;
  #closed = false;

  constructor(
    private readonly file: URL,
    private readonly mostMs = MOST_MS,
  ) {}

  readonly run: Run = (name, ...args) =>
    new Promise((done, failed) => {
      if (this.#closed) {
        failed(new Error('the server is stopping'));
        return;
      }
      this.#open.push({ ask: { name, args }, done: done as (value: unknown) => void, failed });
      this.#next();
    });

  #next(): void {
    if (this.#busy) return;
    const task = this.#open.shift();
    if (!task) return;
    this.#busy = true;
    const worker = (this.#worker ??= this.#begin());
    worker.ref();
    const end = (settle: () => void, fresh: boolean) => {
      clearTimeout(timer);
      worker.off('message', onMessage).off('error', onError).off('exit', onExit);
      if (fresh) {
        if (this.#worker === worker) this.#worker = undefined;
        void worker.terminate();
      } else worker.unref();
      this.#busy = false;
      settle();
      this.#next();
    };
    const tooLong = () =>
      end(() => task.failed(new TookTooLongError(`it took longer than ${this.mostMs / 1000} s`)), true);
    let timer = setTimeout(tooLong, MOST_START_MS + this.mostMs);
    const onMessage = (answer: Answer) => {
      if ('begins' in answer) {
        clearTimeout(timer);
        timer = setTimeout(tooLong, this.mostMs);
        return;
      }
      end(() => {
        if (answer.ok) task.done(answer.value);
        else task.failed(answer.problems ? new DocumentError(answer.problems) : new Error(answer.message));
      }, false);
    };
    const onError = (error: NodeJS.ErrnoException) =>
      end(() => {
        const spent = error.code === 'ERR_WORKER_OUT_OF_MEMORY';
        task.failed(spent ? new TookTooLongError('it wanted too much memory') : error);
      }, true);
    const onExit = () => end(() => task.failed(new Error('the thread ended')), true);
    worker.on('message', onMessage).once('error', onError).once('exit', onExit);
    worker.postMessage(task.ask);
  }

  #begin(): Worker {
    const worker = new Worker(this.file, { resourceLimits: { maxOldGenerationSizeMb: MOST_MB } });
    // Whatever it dies of between two tasks is nobody's: the next task gets another.
    worker.on('error', () => undefined);
    worker.on('exit', () => {
      if (this.#worker === worker) this.#worker = undefined;
    });
    worker.unref();
    return worker;
  }

  async close(): Promise<void> {
    this.#closed = true;
    for (const { failed } of this.#open.splice(0)) failed(new Error('the server is stopping'));
    await this.#worker?.terminate();
  }
}
