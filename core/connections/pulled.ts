import type { Run } from './runs';

/** The step that a loom is led in at, all of it. */
export const loomStep = (loom: string): string => `pull:loom/${loom}`;

/**
 * The step that each new run is pulled at: those between the same two ends that take the same route are pulled in one go.
 */
export function pullSteps(runs: readonly Run[]): ReadonlyMap<string, string> {
  const steps = new Map<string, string>();
  const first = new Map<string, Map<string, string>>();
  for (const { id, from, to, way, old, loom } of runs) {
    if (!way || old) continue;
    if (loom) {
      steps.set(id, loomStep(loom.loom));
      continue;
    }
    const ends = `pull:run/${from}-${to}`;
    const along = way.legs.join();
    let routes = first.get(ends);
    if (!routes) first.set(ends, (routes = new Map<string, string>()));
    let step = routes.get(along);
    // The first route goes by its ends; another one, which a person has led, by the run that begins it.
    if (step === undefined) routes.set(along, (step = routes.size ? `pull:run/${id}` : ends));
    steps.set(id, step);
  }
  return steps;
}
