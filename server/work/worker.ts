import { parentPort } from 'node:worker_threads';
import { JobError } from '#core/job/job';
import { TASKS, type TaskName } from './tasks';

export interface Ask {
  readonly name: TaskName;
  readonly args: readonly unknown[];
}
export type Answer =
  | { readonly ok: true; readonly value: unknown }
  /** `problems` of a JobError. */
  | { readonly ok: false; readonly message: string; readonly problems?: JobError['problems'] };

async function answer({ name, args }: Ask): Promise<Answer> {
  try {
    return { ok: true, value: await (TASKS[name] as (...of: unknown[]) => unknown)(...args) };
  } catch (error) {
    return error instanceof JobError
      ? { ok: false, message: error.message, problems: error.problems }
      : { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}

parentPort!.on('message', (ask: Ask) => void answer(ask).then((said) => parentPort!.postMessage(said)));
