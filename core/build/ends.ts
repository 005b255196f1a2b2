import type { Run } from '../connections/runs';
import type { Sized } from './draft';
import type { StepEnd } from './step';

// Minutes are common practice of this workshop; a person may expect others, step by step.
export const END_MINUTES = { crimp: 1, solder: 2, sleeve: 1.5 } as const;

export const END_TOOLS = {
  crimp: 'ratchet crimper, heat gun',
  solder: 'soldering iron, heat gun',
  sleeve: 'hot-air gun',
} as const;

export const countEnds = (runs: readonly Run[]): number =>
  runs.reduce((count, run) => count + run.conductors.length, 0);

export const endsOnly = (at: (sizes: Sized) => StepEnd[]) => (sizes: Sized) => ({ ends: at(sizes) });

/**
 * The step that each run is pulled at: those between the same two ends in one go, but what a person leads another way than
 * its like by itself.
 */
export function pullSteps(runs: readonly Run[]): ReadonlyMap<string, string> {
  const steps = new Map<string, string>();
  const ways = new Map<string, string>();
  for (const { id, from, to, way, old } of runs) {
    if (!way || old) continue;
    const along = way.legs.join();
    const ends = `pull:run/${from}-${to}`;
    const first = ways.get(ends);
    if (first === undefined) ways.set(ends, along);
    steps.set(id, first === undefined || first === along ? ends : `pull:run/${id}`);
  }
  return steps;
}
