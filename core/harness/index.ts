import type { Run } from '../connections/runs';
import { chapter, made } from '../job/chapter';
import { LAID, SOUND } from '../job/reads';
import { planCuts, type CutList } from './cuts';
import { commonRun, feedRuns } from './feed-runs';
import type { FeedGauges } from './gauges';
import { leadResistance } from './leads';
import { leadProposals } from './proposals';

export { gaugeWords, gaugesOf, type FeedGauges } from './gauges';
export { leadResistance } from './leads';

export type { Cut, CutList, Reel } from './cuts';

/** What the wires are: lengths, sizes, ohms, cuts. */
export const harness = chapter({
  id: 'harness',
  station: 'routing',
  version: 1,
  leads: made(SOUND, leadResistance),
  lengths: made(LAID, feedRuns),
  common: made(LAID, commonRun),
  cutList: made(SOUND, (job, runs: readonly Run[], sizes: FeedGauges) => planCuts(job, runs, sizes)),
  proposals: made(['settings'], leadProposals),
  ledger: made([], (_, { wireM }: CutList) => ({ wireM })),
});
