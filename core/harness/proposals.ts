import type { Run } from '../connections/runs';
import type { Job } from '../job/job';
import { proposal, type Proposal } from '../job/overrules';
import { gaugeWords, speakerLead } from './gauges';

/** The size of each speaker lead that has a way. */
export const leadProposals = (job: Job, runs: readonly Run[]): Proposal[] =>
  runs.flatMap(({ id, kind, way, cutMm }) =>
    way && kind === 'speaker'
      ? [proposal('lead', id, gaugeWords(job, speakerLead(job)), [speakerLead(job), cutMm])]
      : [],
  );
