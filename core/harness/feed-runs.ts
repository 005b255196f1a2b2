import { commonPoint, gathersReturns, returnRun } from '../connections/feeding';
import { loomGauge } from '../connections/looms';
import type { CommonRun, FeedRun, Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';

/** Lengths out and back of each feed, what heat it passes and what it is bundled with; undefined where an end has no way. */
export function feedRuns(job: Job, runs: readonly Run[]): Record<string, FeedRun | undefined> {
  const { legs } = craftOf(job);
  const common = commonPoint(job);
  const meets = commonRun(job, runs);
  const loaded = loadedOnLegs(runs);
  const lengthsTo = (gear: string): FeedRun | undefined => {
    const item = job.gear[gear]?.item;
    const out = runs.find((run) => run.kind === 'feed' && run.to === gear);
    const back = runs.find((run) => run.id === returnRun(job, gear, common));
    // A block without a return bus has nothing to return.
    const none = item?.kind === 'block' && !gathersReturns(item);
    if (!out?.way || !(back?.way || none) || (common !== undefined && !meets)) return undefined;
    const along = [...out.way.legs, ...(back?.way?.legs ?? [])];
    return {
      outMm: out.cutMm,
      backMm: gear === common || none ? 0 : back!.cutMm,
      engineSpace: along.some((leg) => legs[leg]!.engineSpace),
      together: Math.max(1, ...along.map((leg) => loaded.get(leg)!)),
    };
  };
  return Object.fromEntries(Object.keys(job.gear).map((gear) => [gear, lengthsTo(gear)]));
}

/** How many feed and return conductors lie on each leg: they all warm each other. */
function loadedOnLegs(runs: readonly Run[]): Map<string, number> {
  const loaded = new Map<string, number>();
  for (const run of runs)
    if (run.kind === 'feed' || run.kind === 'return')
      for (const leg of new Set(run.way?.legs)) loaded.set(leg, (loaded.get(leg) ?? 0) + run.conductors.length);
  return loaded;
}

/** The run that brings all returns from the common point; undefined when there is none, or it has no way. */
export function commonRun(job: Job, runs: readonly Run[]): CommonRun | undefined {
  const gear = commonPoint(job);
  const back = gear === undefined ? undefined : runs.find((run) => run.id === returnRun(job, gear, gear));
  if (gear === undefined || !back?.way) return undefined;
  const { legs } = craftOf(job);
  const loaded = loadedOnLegs(runs);
  return {
    run: back.id,
    gear,
    bought: back.loom && loomGauge(job.looms[back.loom.loom]!.item, back.kind),
    backMm: back.cutMm,
    engineSpace: back.way.legs.some((leg) => legs[leg]!.engineSpace),
    together: Math.max(1, ...back.way.legs.map((leg) => loaded.get(leg)!)),
  };
}
