import { parentPort } from 'node:worker_threads';
import { DocumentError } from '#core/document/fault';
import { TASKS, type TaskName } from './tasks';

export interface Ask {
  readonly name: TaskName;
  readonly args: readonly unknown[];
}
export type Answer =
  /** Its program is loaded, and it begins. */
  | { readonly begins: true }
  | { readonly ok: true; readonly value: unknown }
  /** `problems` of a DocumentError. */
  | { readonly ok: false; readonly message: string; readonly problems?: DocumentError['problems'] };

async function answer({ name, args }: Ask): Promise<Answer> {
  try {
    return { ok: true, value: await (TASKS[name] as (...of: unknown[]) => unknown)(...args) };
  } catch (error) {
    return error instanceof DocumentError
      ? { ok: false, message: error.message, problems: error.problems }
      : { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}

const say = (what: Answer) => parentPort!.postMessage(what);
parentPort!.on('message', (ask: Ask) => {
  say({ begins: true });
  void answer(ask).then(say);
});
