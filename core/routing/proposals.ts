import type { Run } from '../connections/runs';
import type { Job } from '../job/job';
import { proposal, type Proposal } from '../job/overrules';
import { wayWords } from '../job/parts/wires';

/** The way of each run that has one. */
export const wayProposals = (job: Job, runs: readonly Run[]): Proposal[] =>
  runs.flatMap(({ id, way, fromPlace, toPlace }) =>
    way ? [proposal('way', id, wayWords(job, way.legs), [fromPlace!, toPlace!, ...way.legs])] : [],
  );
