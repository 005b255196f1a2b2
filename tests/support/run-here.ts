import { TASKS, type Run } from '../../server/work/tasks';

/** Runs a task here and now, in no thread of its own. */
export const runHere: Run = async (name, ...args) =>
  (await (TASKS[name] as (...of: unknown[]) => unknown)(...args)) as never;
