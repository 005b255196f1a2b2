export { planCuts, type Cut, type CutList, type Reel } from './cuts';
export { commonRun, feedRuns } from './feed-runs';
export { gaugeWords, gaugesOf, type FeedGauges } from './gauges';
export { leadProposals } from './proposals';
export { leadResistance } from './leads';
