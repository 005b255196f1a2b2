import type { PinTable } from '../connections/pins';
import type { Run } from '../connections/runs';
import type { Rule } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { LinkPlan } from './links';

export interface HarnessSeen {
  readonly job: Job;
  readonly runs: readonly Run[];
  readonly tags: Readonly<Record<string, string>>;
  readonly pins: readonly PinTable[];
  readonly links: readonly LinkPlan[];
}
export type HarnessRule = Rule<HarnessSeen, Operation>;

export const count = (name: string, value: number) => ({ name, value, unit: '' });
export const tagOf = ({ tags }: HarnessSeen, gear: string) => tags[gear] ?? gear;
