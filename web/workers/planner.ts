import { expose } from 'comlink';
import { craftOf, type Job } from '#core/job/job';
import { leadResistance, planJob, type Plan } from '#core/plan';
import { craftMap, planRuns, proposeWays, type WayProposal } from '#core/routing/index';
import { proposeWiring, type WiringProposals } from '#core/speakers/index';

const planner = {
  plan: (job: Job): Plan => planJob(job),
  wirings(job: Job): WiringProposals {
    // Leads run to every speaker whatever hangs where: reckoned for each possible source.
    const sources = Object.keys(job.gear).filter((id) => 'bank' in job.gear[id]!.item);
    const speakers = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
    const leads = new Map<string, number>();
    for (const source of sources) {
      const item = job.gear[source]!.item;
      if (!('bank' in item)) continue;
      for (const speaker of speakers) {
        const circuits = { [`${source}/${item.bank.channels[0]!.id}`]: { coil: { gear: speaker, coil: 0 } } };
        const trial = { ...job, circuits };
        leads.set(`${source}>${speaker}`, leadResistance(trial, planRuns(trial))(source, speaker));
      }
    }
    return proposeWiring(job, (source, speaker) => leads.get(`${source}>${speaker}`) ?? 0);
  },
  ways: (job: Job, from: string, to: string): WayProposal => proposeWays(craftMap(craftOf(job)), from, to),
};
export type Planner = typeof planner;

expose(planner);
