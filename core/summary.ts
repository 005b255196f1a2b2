import { buildState } from './build/index';
import type { Station } from './findings/finding';
import { waitsFor } from './harness/index';
import type { BayEvent } from './job/events';
import type { Job } from './job/job';
import { wholePlan } from './shown';

/** What the Board shows of a job. Kept beside the document, so that listing opens only what was edited since. */
export interface JobSummary {
  readonly craft: string;
  readonly patternId: string;
  readonly gear: number;
  readonly stops: number;
  readonly cautions: number;
  /** Lines of the order list that are not here yet. */
  readonly waits: number;
  readonly hours: number;
  /** Steps done of all. */
  readonly done: number;
  readonly steps: number;
  readonly sealedAt: string | null;
  readonly next: string;
  /** The station where that is done. */
  readonly nextAt: Station;
  /** Why it could not be planned; absent where it could. */
  readonly unplanned?: string;
}

export function summarise(job: Job, events: readonly BayEvent[]): JobSummary {
  const plan = wholePlan(job);
  const items = Object.values(job.gear);
  const first = plan.findings.find((f) => f.severity !== 'note' && f.accepted === undefined);
  const state = buildState(plan.build, events);
  const waits = job.seal ? 0 : plan.parts.filter(waitsFor).length;
  const begun = state.done > 0 || events.length > 0;
  const [next, nextAt] = ((): [string, Station] => {
    if (job.seal) return ['Handed over', 'handover'];
    if (!items.length) return ['Choose gear and put it on the craft', 'gear'];
    if (waits && !begun && first?.severity !== 'stop')
      return [`Waits for parts: ${waits === 1 ? 'one line' : `${waits} lines`} not here yet`, 'gear'];
    if (first?.severity === 'stop' || (first && !begun)) return [`${first.title}: ${first.reason}`, first.station];
    return state.next ? [state.next.step.title, 'build'] : ['Hand over: seal the job', 'handover'];
  })();
  return {
    craft: job.craft.pattern.name,
    patternId: job.craft.pattern.id,
    gear: items.length,
    stops: plan.ledger.stops,
    cautions: plan.findings.filter((f) => f.severity === 'caution' && f.accepted === undefined).length,
    waits,
    hours: state.minutesLeft / 60,
    done: state.done,
    steps: state.steps.length,
    sealedAt: job.seal?.at ?? null,
    next,
    nextAt,
  };
}
