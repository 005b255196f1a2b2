import { wrap, type Remote } from 'comlink';
import type { Planner } from './planner';

let remote: Remote<Planner> | undefined;

/** The planner in its worker, started on first use. */
export function planner(): Remote<Planner> {
  remote ??= wrap<Planner>(new Worker(new URL('./planner.ts', import.meta.url), { type: 'module', name: 'planner' }));
  return remote;
}
