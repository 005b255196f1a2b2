import { ref, shallowRef } from 'vue';
import { bySeverity, type Finding } from '#core/findings/finding';
import type { Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import type { Ledger } from '#core/ledger';
import { planner, type Plan } from '#core/plan';
import { isDayFinding, planOf } from '#core/shown';
import { searches } from '../workers';

const EMPTY_VIEW = { bounds: [0, 0, 1, 1], strokes: {} } satisfies Job['craft']['pattern']['drawing']['side'];

/** The job without its line work, which the planner does not look at and most of the document is. */
export function withoutDrawing(job: Job): Job {
  const pattern = { ...job.craft.pattern, drawing: { side: EMPTY_VIEW, top: EMPTY_VIEW } };
  return { ...job, craft: { ...job.craft, pattern } };
}

/** A day takes thirty milliseconds: it is simulated when the hands rest. */
const DAY_AFTER_MS = 150;

/** The document that is shown with its plan, and what is found in both. */
export function planOfShown() {
  const job = shallowRef<Job>();
  const plan = shallowRef<Plan>();
  const was = shallowRef<Ledger>();
  /** Those of the plan at once, those of the day as soon as it has been simulated; till then the last ones stand. */
  const findings = shallowRef<readonly Finding<Operation>[]>([]);
  /** Why there is no plan, or no job. */
  const failure = ref<string>();
  let dayTimer: ReturnType<typeof setTimeout> | undefined;
  let planned = 0;
  /** Keeps what an edit does not touch, so that only what changed is painted anew. */
  let planFor = planner();

  /** Plans a document and shows both; the figures there were stand as what was, unless they are to stay. */
  function show(current: Job, keepWas: boolean): void {
    const turn = ++planned;
    try {
      // A sealed job shows what was computed that day.
      const next = current.seal ? planOf(current) : planFor(current);
      if (!keepWas) was.value = plan.value?.ledger;
      job.value = current;
      plan.value = next;
      failure.value = undefined;
      findings.value = current.seal
        ? next.findings
        : bySeverity([...next.findings, ...findings.value.filter(isDayFinding)]);
      clearTimeout(dayTimer);
      if (!current.seal) dayTimer = setTimeout(() => void judgeDay(turn), DAY_AFTER_MS);
    } catch (error) {
      failure.value = `its plan could not be calculated: ${error instanceof Error ? error.message : String(error)}`;
    }
  }

  async function judgeDay(turn: number): Promise<void> {
    try {
      const whole = await searches().findings(withoutDrawing(job.value!), plan.value!);
      if (turn === planned) findings.value = whole;
    } catch (error) {
      if (turn !== planned) return;
      failure.value = `its day could not be calculated: ${error instanceof Error ? error.message : String(error)}`;
    }
  }
  /**
   * The plan of what is shown with every finding, its day's too: what is sealed must not wait for the hands to rest.
   * Undefined when the job was left meanwhile.
   */
  async function wholePlan(): Promise<Plan | undefined> {
    while (job.value && plan.value) {
      const whole = plan.value;
      const findings = await searches().findings(withoutDrawing(job.value), whole);
      // An edit made meanwhile has its own.
      if (plan.value === whole) return { ...whole, findings };
    }
    return undefined;
  }

  /** Nothing is shown any more. */
  function clear(): void {
    // A day still being simulated is no longer wanted.
    planned++;
    clearTimeout(dayTimer);
    job.value = plan.value = was.value = failure.value = undefined;
    planFor = planner();
    findings.value = [];
  }

  return { job, plan, was, findings, failure, show, wholePlan, clear };
}
