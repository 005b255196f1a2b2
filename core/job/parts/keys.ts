import * as v from 'valibot';
import type { Job } from '../job';
import { ranged } from '../../text/scalars';

export const StepId = v.pipe(v.string(), v.regex(/^[a-z]+:[A-Za-z0-9:>/-]+$/, 'expected verb:subject'));
export const StepMinutes = ranged(0, 960, 'minutes');
export const RunId = v.pipe(v.string(), v.regex(/^[a-z]+:[A-Za-z0-9-]+>[A-Za-z0-9-]+$/i, 'expected kind:from>to'));

/** What can be taken out of a job, or moved away from where wires were laid to it. */
export type GoneKind =
  | 'gear'
  | 'battery'
  | 'circuit'
  | 'zone'
  | 'lamp'
  | 'memory'
  | 'tie'
  /** A link that has other ends now. */
  | 'link'
  /** Gear that is somewhere else now. */
  | 'ends'
  /** A circuit of the craft that is got at somewhere else now. */
  | 'tap'
  /** A cover, place or way that is not on this craft. */
  | 'cover'
  | 'place'
  | 'leg'
  /** A feed that begins somewhere else now: the gear it feeds. */
  | 'feed';
export const gone = (kind: GoneKind, id: string) => ({ kind, id });

/** Whether a key of the record names this gear or battery. */
export function keyNames(job: Job, kind: string, key: string, id: string): boolean {
  switch (kind) {
    case 'run':
      return key
        .slice(key.indexOf(':') + 1)
        .split('>')
        .includes(id);
    case 'circuit':
      return key.startsWith(`${id}/`);
    case 'step':
      return stepNames(job, key, id);
    case 'overrule': {
      const [of, subject] = key.split(/=(.*)/s) as [string, string];
      return keyNames(job, OVERRULE_SUBJECTS[of] ?? 'none', subject, id);
    }
    case 'none':
      return false;
    default:
      return key === id;
  }
}
const OVERRULE_SUBJECTS: Readonly<Record<string, string>> = {
  gauge: 'gear',
  fuse: 'gear',
  way: 'run',
  lead: 'run',
  minutes: 'step',
};

/** Steps that are about gear or a battery, and the pulling of wires from one end to another. */
function stepNames(job: Job, step: string, id: string): boolean {
  const [kind, of] = step.slice(step.indexOf(':') + 1).split(/\/(.*)/s) as [string, string | undefined];
  if (of === undefined || kind === 'cover' || kind === 'memory' || kind === 'leg') return false;
  if (kind !== 'run') return of === id;
  if (of.includes('>')) return keyNames(job, 'run', of, id);
  // Its two ends stand with a dash between them, and an id may have dashes of its own: the longest that is known.
  const others = [...Object.keys(job.gear), ...Object.keys(job.craft.batteries)].filter((other) => other !== id);
  const first = of.startsWith(`${id}-`) && !others.some((o) => o.startsWith(`${id}-`) && of.startsWith(`${o}-`));
  const last = of.endsWith(`-${id}`) && !others.some((o) => o.endsWith(`-${id}`) && of.endsWith(`-${o}`));
  return first || last;
}

/** A job with members of its craft changed. */
export const craft = (job: Job, part: Partial<Job['craft']>): Job => ({ ...job, craft: { ...job.craft, ...part } });
