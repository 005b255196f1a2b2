import { neededRuns, type RunNeed } from './connections/runs';
import { join } from './connections/wiring';
import { sourcesOf } from './connections/signal';
import type { Speaker } from './gear/gear';
import { leadResistance } from './harness/index';
import type { Job } from './job/job';
import { applyAll, type Operation } from './job/operations';
import type { Plan } from './plan';
import { planBoards } from './panels/board';
import { planMounts } from './panels/fitted';
import { sourceVolts } from './power/index';
import { planRuns } from './routing/index';
import { loadCircuits, planSpeakers, type LeadOhm, type SpeakerPlan } from './speakers/index';

/**
 * Out-and-back resistance of a speaker’s lead from any source, Ω, whatever is connected where now: what a search for
 * wirings counts with.
 */
export function leadsFromAnywhere(job: Job): (source: string, speaker: string) => number {
  const speakers = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
  const leads = new Map<string, number>();
  const mounts = planMounts(job, planBoards(job, neededRuns(job)));
  for (const [source, { bank }] of sourcesOf(job)) {
    // Every coil of every speaker at once on one output: each speaker's lead is then asked for.
    const all = speakers.flatMap((gear) =>
      (job.gear[gear]!.item as Speaker).coils.map((_, coil) => ({ coil: { gear, coil } })),
    );
    if (!all.length) break;
    const trial = { ...job, circuits: { [`${source}/${bank.channels[0]!.id}`]: join('parallel', all) } };
    const lead = leadResistance(trial, planRuns(trial, neededRuns(trial), mounts));
    for (const speaker of speakers) leads.set(`${source}>${speaker}`, lead(source, speaker));
  }
  return (source, speaker) => leads.get(`${source}>${speaker}`) ?? 0;
}

/**
 * What the speakers of a job would get after edits that only wire channels, the volts at the sources being as they are
 * now and gear lying on its boards as it does: asked of one wiring after another. Wires between the same ends are laid
 * once, whichever channel they carry. Of a sealed job too: nothing of it is changed by asking.
 */
export function wiringTrials(job: Job, plan: Plan): (operations: readonly Operation[]) => SpeakerPlan {
  const volts = sourceVolts(plan.power);
  const endsOf = (runs: readonly RunNeed[]) => runs.map(({ id, conductors }) => `${id} ${conductors.length}`).join();
  // Most trials are of the ends there are.
  const leads = new Map<string, LeadOhm>([[endsOf(plan.runs), leadResistance(job, plan.runs)]]);
  return (operations) => {
    const after = applyAll({ ...job, seal: null }, operations);
    const needs = neededRuns(after);
    const ends = endsOf(needs);
    let lead = leads.get(ends);
    if (!lead) leads.set(ends, (lead = leadResistance(after, planRuns(after, needs, plan.mounts))));
    return planSpeakers(loadCircuits(after, lead), (source) => volts[source]);
  };
}
