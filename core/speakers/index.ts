export {
  gatherCircuits,
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
export { wiringProposals } from './proposals';
export { rankOf, rankWords, type Rank } from './rank';
export { speakerRules } from './rules';
export { BARS, type Bar } from './bars';
export { searchWirings } from './search';
export { splicesOf, type Splice } from './splices';
export { seriesParallel } from './trees';
