import type { RouteLed } from '#core/routing/index';
import { useSheet } from '../../app/sheet';
import { withoutDrawing } from '../../stores/plan-shown';
import { searches } from '../../workers';

/** A run led along a leg by hand. */
export function useLeading() {
  const { store, job } = useSheet();
  const through = (run: string, leg: string): Promise<RouteLed | undefined> =>
    searches().routeThrough(withoutDrawing(job.value), run, leg);
  /** Leads it there, where a route of it passes the leg; whether one does. */
  async function leadAlong(run: string, leg: string): Promise<boolean> {
    const led = await through(run, leg);
    if (led) store.overrule('way', run, [...led.route.way.legs], 'choose route');
    return led !== undefined;
  }
  return { through, leadAlong };
}
