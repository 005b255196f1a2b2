import { craftOf } from './craft/own';
import { benchDrawing, type BenchScale } from './drawing/bench-sheet';
import type { CutDrawing } from './drawing/cuts';
import { planBench, type Bench } from './harness/index';
import type { Job } from './job/job';
import type { Plan } from './plan';
import { craftMap, isTapped } from './routing/index';
import type { UnitSystem } from './units/shown';

/** The harnesses of a planned job, as they are made at the bench. */
export function benchesOf(
  job: Job,
  { runs, tags, bundles, terminals, cutList }: Pick<Plan, 'runs' | 'tags' | 'bundles' | 'terminals' | 'cutList'>,
): Bench[] {
  const { legs } = craftMap(craftOf(job));
  return planBench(job, runs, tags, cutList, {
    bundles,
    terminals,
    legMm: (leg) => legs[leg]!.lengthMm,
    isTapped: (end) => isTapped(job, end),
  });
}

/** Each of them laid out flat. */
export function benchDrawings(job: Job, plan: Plan, units: UnitSystem, scale: BenchScale): CutDrawing[] {
  const benches = benchesOf(job, plan);
  return benches.map((bench, i) =>
    benchDrawing(bench, {
      id: `bench ${i + 1}`,
      title: `${job.title}: harness${benches.length > 1 ? ` ${i + 1} of ${benches.length}` : ''}`,
      scale,
      units,
      standard: job.settings.conductors,
    }),
  );
}
