import * as v from 'valibot';
import { editsOf, entry, without, type Gone } from '../../document/edits';
import type { Job } from '../job';
import { RunId, keyNames } from './keys';

/** What carries sound and signals: of feeds, returns and what is tapped nobody knows what lies there. */
const LeadId = v.pipe(
  RunId,
  v.regex(/^(speaker|line|turnOn|link):/, 'expected a speaker, line-level or turn-on lead, or a link'),
);
/** Whether a lead is pulled anew, or one that lies there already serves. */
const Lies = v.picklist(['new', 'old']);

export const shape = {
  /** What a person has said of leads, by run; of the others it follows from what is there at both ends. */
  leads: v.record(LeadId, Lies),
};
export const empty = { leads: {} };

export const edits = editsOf<Job>()({
  /** Null: as follows from what is there at both ends. */
  setLead: {
    says: { run: LeadId, lies: v.nullable(Lies) },
    words: ({ lies }) =>
      lies === 'old' ? 'keep the old lead' : lies === 'new' ? 'pull a new lead' : 'lead as planned',
    change: (job, { run, lies }) => ({ ...job, leads: entry(job.leads, run, lies) }),
  },
});

/** What was said of leads to where gear was is no word about where it is now. */
export const forget = (job: Job, { kind, id }: Gone): Job =>
  kind === 'gear' || kind === 'ends'
    ? { ...job, leads: without(job.leads, (run) => keyNames(job, 'run', run, id)) }
    : job;
