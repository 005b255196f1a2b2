import type { Run } from '../connections/runs';
import { controlOf } from '../connections/signal';
import type { Job } from '../job/job';
import { ohmsPerMetre } from '../tables/conductors';
import { gaugesOf } from './gauges';

/**
 * Out-and-back resistance of each speaker's lead at working temperature, Ω: through the zone control where one
 * stands in it; as it was measured where the old lead is kept.
 */
export function leadResistance(job: Job, runs: readonly Run[]): (source: string, speaker: string) => number {
  const gaugeOf = gaugesOf(job);
  const byId = new Map(runs.map((run) => [run.id, run]));
  const own = (from: string, to: string) => {
    const run = byId.get(`speaker:${from}>${to}`);
    const gauge = run && gaugeOf(run);
    if (!run || !gauge) return 0;
    // How much of an old one was left at its ends nobody knows.
    const mm = run.old ? run.layMm : run.cutMm;
    return (2 * ohmsPerMetre(gauge, job.settings.conductorCelsius, job.settings.conductors) * mm) / 1000;
  };
  return (source, speaker) => {
    const old = job.speakers[speaker]?.oldLeadOhm ?? null;
    if (old !== null) return old;
    const control = controlOf(job, speaker, 'speaker');
    return control === undefined ? own(source, speaker) : own(source, control) + own(control, speaker);
  };
}
