import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import { otherJob, type DayPlan, type Versus } from '#core/power/index';
import { useSheet } from '../../app/sheet';
import { withoutDrawing } from '../../stores/plan-shown';
import { useLibrary } from '../../stores/library';
import { searches } from '../../workers';

/** The job's day, and the one it is compared with, simulated while they are looked at. */
export function useDay(isShown: () => boolean): {
  versus: Ref<Versus>;
  day: ShallowRef<DayPlan | undefined>;
  other: ShallowRef<DayPlan | undefined>;
} {
  const { job } = useSheet();
  const library = useLibrary();
  const versus = ref<Versus>({ mode: 'none' });
  const day = shallowRef<DayPlan>();
  const other = shallowRef<DayPlan>();
  let turn = 0;
  watch(
    [isShown, job, versus, () => library.shelf],
    async () => {
      if (!isShown()) return;
      const mine = ++turn;
      const beside = otherJob(job.value, versus.value, library.shelf);
      const [own, held] = await Promise.all([
        searches().day(withoutDrawing(job.value)),
        beside ? searches().day(withoutDrawing(beside)) : undefined,
      ]);
      if (mine !== turn) return;
      day.value = own;
      other.value = held;
    },
    { immediate: true },
  );
  return { versus, day, other };
}
