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
