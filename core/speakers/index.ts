export { planSpeakers, type Circuit, type SpeakerPlan, type SpeakerShare } from './circuits';
export { channelVolts, coilWatts, impedance, levelAt, sumLevels, type LoadModel } from './load';
export { proposeWiring, type WiringProposal, type WiringProposals } from './propose';
export { speakerRules } from './rules';
