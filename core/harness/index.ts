export { planCuts, runGauge, signalLead, speakerLead, type Cut, type CutList, type Reel } from './cuts';
