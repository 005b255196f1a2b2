export { planCuts, runGauge, type Cut, type CutList, type Reel } from './cuts';
