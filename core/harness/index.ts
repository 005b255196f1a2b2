export { DEFAULT_SPEAKER_LEAD, planCuts, runGauge, type Cut, type CutList, type Reel } from './cuts';
