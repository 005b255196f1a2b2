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

/** Ends that are made here: what comes in a loom has its plugs and rings. */
export const countEnds = (runs: readonly Run[]): number =>
  runs.reduce((count, run) => count + (run.loom ? 0 : run.conductors.length), 0);

/** One conductor of a loom plugged in or bolted on, minutes (common practice). */
const BOUGHT_MINUTES = 0.5;
/** Minutes of ending these runs at one place, made and bought ones. */
export const endMinutes = (runs: readonly Run[], joint: keyof typeof END_MINUTES): number =>
  Math.ceil(
    countEnds(runs) * END_MINUTES[joint] +
      runs.reduce((sum, run) => sum + (run.loom ? run.conductors.length * BOUGHT_MINUTES : 0), 0),
  );

export const endsOnly = (at: (sizes: Sized) => StepEnd[]) => (sizes: Sized) => ({ ends: at(sizes) });
