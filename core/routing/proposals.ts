import type { Run } from '../connections/runs';
import { coversFor, openedAlong } from '../craft/covers';
import { craftOf } from '../craft/own';
import { own } from '../document/patches';
import { taken } from '../job/choices';
import type { Job } from '../job/job';
import { proposal, type Proposal } from '../job/overrules';
import { wayWords } from '../job/parts/wires';

/** The way of each run that has one, every leg open to wire, and covers as far as the runs open them. */
export function wayProposals(job: Job, runs: readonly Run[]): Proposal[] {
  const pattern = craftOf(job);
  const laid = runs.flatMap(({ way, fished, old }) => (way && !old ? openedAlong(pattern, way.legs, fished) : []));
  const open = coversFor(pattern, laid, taken(job.choices, 'access') === 'off');
  return [
    ...runs.flatMap(({ id, way, fromPlace, toPlace }) =>
      way ? [proposal('way', id, wayWords(job, way.legs), [fromPlace!, toPlace!, ...way.legs])] : [],
    ),
    ...Object.keys(pattern.legs).map((id) => proposal('leg', id, 'open to wire', [])),
    ...Object.keys(pattern.covers).map((id) => {
      const state = own(open, id);
      return proposal('cover', id, state ?? 'stays on', [state ?? 'on']);
    }),
  ];
}
