import { proposal, type Proposal } from '../job/overrules';
import type { BuildPlan } from './step';

/** The minutes each step is planned with. */
export const minuteProposals = ({ steps }: Pick<BuildPlan, 'steps'>): Proposal[] =>
  steps.map(({ id, plannedMinutes }) => proposal('minutes', id, `${plannedMinutes} min`, [plannedMinutes]));
