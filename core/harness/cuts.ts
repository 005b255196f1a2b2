import type { Job } from '../job/job';
import { colourText, type Insulated } from '../tables/colours';
import { gaugeName, isMetricStandard, type Gauge } from '../tables/conductors';

/** What the cut list needs to know of a run. */
export interface CutRun {
  readonly id: string;
  readonly kind: string;
  readonly from: string;
  readonly to: string;
  readonly cutMm: number;
  readonly conductors: readonly { readonly colour: Insulated; readonly use: string }[];
}

export interface Cut {
  readonly run: string;
  readonly from: string;
  readonly to: string;
  readonly use: string;
  readonly colour: Insulated;
  /** Undefined for a made-up lead such as a line pair. */
  readonly gauge: Gauge | undefined;
  readonly lengthMm: number;
}

export interface Reel {
  readonly what: string;
  readonly gauge: Gauge | undefined;
  readonly colour: Insulated;
  readonly pieces: number;
  readonly totalMm: number;
}

export interface CutList {
  readonly cuts: readonly Cut[];
  readonly reels: readonly Reel[];
  /** All conductors, m. */
  readonly wireM: number;
}

const isMetric = ({ settings }: Job) => isMetricStandard(settings.conductors);
/** Speaker lead until the job says otherwise (common practice: 16 AWG or 1.5 mm²). */
export const speakerLead = (job: Job): Gauge => (isMetric(job) ? '1.5mm2' : '16');
/** Lead that carries a signal or a few milliamperes (common practice: 18 AWG or 0.75 mm²). */
export const signalLead = (job: Job): Gauge => (isMetric(job) ? '0.75mm2' : '18');

/** Gauge of a run's conductors; `feedGauge` tells it for feeds and returns. */
export function runGauge(job: Job, run: CutRun, feedGauge: (run: CutRun) => Gauge | undefined): Gauge | undefined {
  switch (run.kind) {
    case 'feed':
    case 'return':
      return feedGauge(run);
    case 'speaker':
      return job.leadGauges[run.id] ?? speakerLead(job);
    case 'line':
      return undefined;
    default:
      return signalLead(job);
  }
}

/** Every piece of wire to cut, and what it comes to by gauge and colour. */
export function planCuts(job: Job, runs: readonly CutRun[], feedGauge: (run: CutRun) => Gauge | undefined): CutList {
  const cuts = runs
    .filter((run) => run.cutMm > 0)
    .flatMap((run) =>
      run.conductors.map(({ colour, use }): Cut => ({
        run: run.id,
        from: run.from,
        to: run.to,
        use,
        colour,
        gauge: runGauge(job, run, feedGauge),
        lengthMm: run.cutMm,
      })),
    );
  const reels = new Map<string, Reel>();
  for (const cut of cuts) {
    const what = `${cut.gauge ? gaugeName(cut.gauge, job.settings.conductors) : 'screened line pair'} ${colourText(cut.colour)}`;
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
