import { setOf } from '../job/parts/overrules';
import { loomGauge } from '../connections/looms';
import type { Run } from '../connections/runs';
import type { Job } from '../job/job';
import { gaugeName, isMetricStandard, type Gauge } from '../tables/conductors';

const isMetric = ({ settings }: Job) => isMetricStandard(settings.conductors);
/** Speaker lead until the job says otherwise (common practice: 16 AWG or 1.5 mm²). */
export const speakerLead = (job: Job): Gauge => (isMetric(job) ? '1.5mm2' : '16');
/** Lead that carries a signal or a few milliamperes (common practice: 18 AWG or 0.75 mm²). */
export const signalLead = (job: Job): Gauge => (isMetric(job) ? '0.75mm2' : '18');

/** Sizes of the feeds, as they were planned. */
export interface FeedGauges {
  /** The one return from the common point, where there is one. */
  readonly common: { readonly run: string; readonly gauge: Gauge } | undefined;
  /** By gear: its feed, and whether what it draws comes back by its return too. */
  readonly feeds: Readonly<Record<string, { readonly gauge: Gauge; readonly returns: boolean }>>;
}

/** Gauge of a run's conductors; undefined for a made-up lead, and for a feed whose size is not planned yet. */
export function gaugesOf(job: Job, { common, feeds }: FeedGauges = NONE): (run: Run) => Gauge | undefined {
  return ({ id, kind, to, loom }) => {
    if (loom) return loomGauge(job.looms[loom.loom]!.item, kind);
    switch (kind) {
      case 'feed':
        return feeds[to]?.gauge;
      case 'return':
        if (common?.run === id) return common.gauge;
        // What it draws comes back elsewhere: this one brings back milliamperes.
        return feeds[to] && !feeds[to].returns ? signalLead(job) : feeds[to]?.gauge;
      case 'speaker':
        return setOf(job, 'lead', id) ?? speakerLead(job);
      case 'line':
      case 'link':
        return undefined;
      case 'switched':
      case 'turnOn':
        return signalLead(job);
    }
  };
}
const NONE: FeedGauges = { common: undefined, feeds: {} };

/** A conductor's size in words. */
export const gaugeWords = (job: Job, gauge: Gauge | undefined): string =>
  gauge ? gaugeName(gauge, job.settings.conductors) : 'screened line-level pair';
