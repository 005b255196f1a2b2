import { sourcesOf } from '../connections/signal';
import type { Job } from '../job/job';
import { proposal, type Proposal } from '../job/overrules';
import { contentHash } from '../document/hash';

/** The wiring of all speakers: which is best takes a search, and that is not for every edit. */
export const wiringProposals = (job: Job): Proposal[] => [
  proposal('wiring', 'speakers', 'what “Propose a wiring” finds', wiringBasis(job)),
];

/** What a wiring of all speakers rests on: another speaker, place, zone or source, and it may no longer be the best. */
function wiringBasis(job: Job): (string | number)[] {
  const speakers = Object.entries(job.gear).flatMap(([id, { item, itemHash, place, there }]) =>
    item.kind === 'speaker' && there !== 'out'
      ? [id, itemHash, place ?? '', job.speakers[id]?.zone ?? '', job.speakers[id]?.position ?? '']
      : [],
  );
  const sources = sourcesOf(job).flatMap(([id]) => [id, job.gear[id]!.itemHash]);
  return [...speakers, ...sources, contentHash(job.wiringRules), ...Object.keys(job.reserved)];
}
