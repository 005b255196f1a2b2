import { COVER_STATES, stateFor, type Cover, type CoverState, type CoverWay, type Opened } from './cover';
import type { Pattern } from './pattern';

const further = (a: CoverState, b: CoverState) => COVER_STATES.indexOf(a) >= COVER_STATES.indexOf(b);

/** How far each cover must be opened for all that is asked, with what must be open before it. */
export function coversFor(pattern: Pattern, asked: readonly Opened[], alwaysOff: boolean): Record<string, CoverState> {
  const open: Record<string, CoverState> = {};
  const take = (id: string, wanted: CoverState): void => {
    const cover = pattern.covers[id];
    const state = stateFor(cover, alwaysOff && cover?.states.off ? 'off' : wanted);
    if (state === undefined || (open[id] && further(open[id], state))) return;
    open[id] = state;
    for (const [before, far] of Object.entries(cover!.states[state]!.after)) take(before, far);
  };
  for (const opened of asked) for (const [id, state] of Object.entries(opened)) take(id, state);
  return open;
}

/** Every way a cover opens, from least to most. */
export const coverWays = ({ states }: Cover): { readonly state: CoverState; readonly way: CoverWay }[] =>
  COVER_STATES.flatMap((state) => (states[state] ? [{ state, way: states[state] }] : []));

/** What the legs of a route need open, fished ones as they are fished. */
export const openedAlong = (pattern: Pattern, legs: readonly string[], fished: readonly string[]): Opened[] =>
  legs.map((id) => {
    const leg = pattern.legs[id]!;
    return leg.fish && fished.includes(id) ? leg.fish.covers : leg.covers;
  });

/** Minutes of work to open a cover so far and to put it back; two people's minutes count twice. */
export const coverWork = ({ minutes, second }: CoverWay): number => (minutes.off + minutes.on) * (second ? 2 : 1);
const minutesOf = ({ covers }: Pattern, id: string, state: CoverState): number => coverWork(covers[id]!.states[state]!);

/** The same of all that is open. */
export const coverMinutes = (pattern: Pattern, open: Opened): number =>
  Object.entries(open).reduce((sum, [id, state]) => sum + minutesOf(pattern, id, state), 0);
