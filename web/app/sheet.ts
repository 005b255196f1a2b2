import { computed, type ComputedRef } from 'vue';
import { endName } from '#core/connections/runs';
import type { Pattern } from '#core/craft/pattern';
import { craftOf } from '#core/craft/own';
import { posedCraft, posedMounts } from '#core/drawing/pose';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import { standing } from '../drawing/standing';
import { useJob } from '../stores/job';

type Form = Parameters<typeof endName>[3];

/** What every sheet and what stands beside it look at. A station is shown only while there are a job and its plan. */
export function useSheet(): {
  store: ReturnType<typeof useJob>;
  job: ComputedRef<Job>;
  plan: ComputedRef<Plan>;
  pattern: ComputedRef<Pattern>;
  /** The same as its joints are shown: what is drawn on it lies there. */
  posed: ComputedRef<Pattern>;
  /** Gear on panels, gone with them. */
  posedMounts: ComputedRef<Plan['mounts']>;
  /** Gear of the job: the very same while an edit is of something else. */
  gear: ComputedRef<Job['gear']>;
  /** Short mark of gear; nothing where it has none. */
  tag: (gear: string) => string;
  /** Name of gear, or of a battery. */
  endOf: (end: string, form?: Form) => string;
} {
  const store = useJob();
  const job = computed(() => store.job!);
  const plan = computed(() => store.plan!);
  const pattern = computed(() => craftOf(job.value));
  return {
    store,
    job,
    plan,
    pattern,
    posed: computed(() => posedCraft(pattern.value, standing.value)),
    posedMounts: computed(() => posedMounts(pattern.value, standing.value, plan.value.mounts)),
    gear: computed(() => job.value.gear),
    tag: (gear) => plan.value.tags[gear] ?? '',
    endOf: (end, form) => endName(job.value, end, plan.value.tags, form),
  };
}
