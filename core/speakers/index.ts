import type { Input } from '../connections/signal';
import { judge } from '../findings/finding';
import { chapter, handOn, made } from '../job/chapter';
import { HEARD, SOUND } from '../job/reads';
import { loadCircuits, planSpeakers, type LeadOhm, type Loads, type SpeakerPlan, type SupplyVolts } from './circuits';
import { wiringProposals } from './proposals';
import { speakerRules } from './rules';
import { splicesOf, type Splice } from './splices';
import { upgradeSpeakers } from './upgrade';

export {
  gatherCircuits,
  loadCircuits,
  planCircuit,
  planSpeakers,
  speakerFacts,
  type Circuit,
  type LeadOhm,
  type SpeakerPlan,
  type SpeakerShare,
  type SupplyVolts,
  type ZonePlan,
} from './circuits';
export { coilWatts, impedance, levelAt, outputVolts, sumLevels, type LoadModel } from './load';
export { matesOf } from './mates';
export { outputsOf, type Output } from './outputs';
export { proposeWiring, type BarredWiring, type WiringProposal, type WiringProposals } from './propose';
export { rankOf, rankWords, type Rank } from './rank';
export { BARS, type Bar } from './bars';
export { searchWirings } from './search';
export { seriesParallel } from './trees';

export type { Splice } from './splices';

/** What is connected to every output, and what each speaker gets. */
export const speakers = chapter({
  id: 'speakers',
  station: 'speakers',
  version: 3,
  /** What is connected to every output, whatever volts there are. */
  loads: made(SOUND, (job, leads: LeadOhm) => handOn(loadCircuits(job, leads))),
  /** What amplifiers and head units give at full output, were their volts the rated ones, W. */
  rated: made([], (_, loads: () => Loads) => planSpeakers(loads(), () => undefined).audioWatts),
  plan: made([], (_, loads: () => Loads, volts: Readonly<Record<string, ReturnType<SupplyVolts>>>) =>
    planSpeakers(loads(), (source) => volts[source]),
  ),
  splices: made(SOUND, splicesOf),
  proposals: made(['gear', ...HEARD, 'wiringRules', 'reserved'], wiringProposals),
  findings: made(
    SOUND,
    (
      job,
      plan: SpeakerPlan,
      inputs: readonly Input[],
      splices: readonly Splice[],
      tags: Readonly<Record<string, string>>,
    ) => judge(speakerRules, { job, speakers: plan, inputs, splices, tags }),
  ),
  ledger: made([], (_, { circuits }: SpeakerPlan) => {
    const loads = Object.values(circuits).map(({ nominalOhm }) => nominalOhm);
    return { worstLoadOhm: loads.length ? Math.min(...loads) : undefined };
  }),
  upgrade: upgradeSpeakers,
});
