import type { Seal } from './parts/seal';
import { contentHash } from '../document/hash';

/** Seals a plan: what was computed that day, by which planner, with a hash that proves it whole. */
export function sealOf(plan: { readonly planner: string }, at: string, by: string, events: number): Seal {
  // As JSON has it, so that what is sealed is what is read back.
  const kept = JSON.parse(JSON.stringify(plan)) as Seal['plan'];
  return { at, by, planner: plan.planner, plan: kept, hash: contentHash(kept), events };
}
