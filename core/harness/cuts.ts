import { isMade, type Run } from '../connections/runs';
import type { Job } from '../job/job';
import { colourText, type Insulated } from '../tables/colours';
import type { Gauge } from '../tables/conductors';
import { gaugeWords, gaugesOf, type FeedGauges } from './gauges';

export interface Cut {
  readonly run: string;
  readonly from: string;
  readonly to: string;
  readonly use: string;
  readonly colour: Insulated;
  /** Undefined for a made-up lead such as a line-level pair. */
  readonly gauge: Gauge | undefined;
  readonly lengthMm: number;
}

export interface WireTotal {
  readonly what: string;
  readonly gauge: Gauge | undefined;
  readonly colour: Insulated;
  readonly pieces: number;
  readonly totalMm: number;
}

export interface CutList {
  readonly cuts: readonly Cut[];
  readonly reels: readonly WireTotal[];
  /** All conductors, m. */
  readonly wireM: number;
}

/** Every piece of wire to cut, and what it comes to by gauge and colour. */
export function planCuts(job: Job, runs: readonly Run[], sizes: FeedGauges): CutList {
  const gaugeOf = gaugesOf(job, sizes);
  const cuts = runs
    .filter((run) => run.cutMm > 0 && !isMade(run))
    .flatMap((run) =>
      run.conductors.map(({ colour, use }): Cut => ({
        run: run.id,
        from: run.from,
        to: run.to,
        use,
        colour,
        gauge: gaugeOf(run),
        lengthMm: run.cutMm,
      })),
    );
  const reels = new Map<string, WireTotal>();
  for (const cut of cuts) {
    const what = `${gaugeWords(job, cut.gauge)} ${colourText(cut.colour)}`;
    const reel = reels.get(what);
    reels.set(what, {
      what,
      gauge: cut.gauge,
      colour: cut.colour,
      pieces: (reel?.pieces ?? 0) + 1,
      totalMm: (reel?.totalMm ?? 0) + cut.lengthMm,
    });
  }
  return {
    cuts,
    reels: [...reels.values()].sort((a, b) => b.totalMm - a.totalMm),
    wireM: cuts.reduce((sum, cut) => sum + cut.lengthMm, 0) / 1000,
  };
}
