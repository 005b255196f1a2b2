import { useJob } from '../stores/job';

/**
 * A browser shows what was picked or ticked even where the job refused it. Handlers for an area of controls that put
 * a refused one back to what it showed before: `hold` as it is entered or pressed, `before` and `after` around the
 * change.
 */
export function useSpringBack(): Record<'hold' | 'before' | 'after', (event: Event) => void> {
  const store = useJob();
  let held: { control: EventTarget; value: string; checked: boolean } | undefined;
  let refusals = 0;
  const isPicked = (x: EventTarget | null): x is HTMLSelectElement | HTMLInputElement =>
    x instanceof HTMLSelectElement || (x instanceof HTMLInputElement && x.type === 'checkbox');
  const remember = (control: HTMLSelectElement | HTMLInputElement) => {
    held = { control, value: control.value, checked: 'checked' in control && control.checked };
  };
  return {
    hold: ({ target }) => {
      if (isPicked(target) && held?.control !== target) remember(target);
    },
    before: () => {
      ({ refusals } = store);
    },
    after: ({ target }) => {
      if (!isPicked(target)) return;
      if (store.refusals > refusals && held?.control === target) {
        target.value = held.value;
        if ('checked' in target) target.checked = held.checked;
      } else remember(target);
    },
  };
}
