import type { Bored, Sized } from './draft';

/** A hole that is there opened wider, deburred and its grommet set, minutes (common practice). */
export const OPEN_MINUTES = 5;
type HolesOf = Sized['holesOf'];
export type Widen = (legs: readonly string[]) => (holesOf: HolesOf) => readonly Bored[];
/** The holes along legs that are there and are opened wider, at the first pull that passes them. */
export function widening(made: ReadonlyMap<string, string>): Widen {
  const passed = new Set(made.keys());
  return (legs) => {
    const own = legs.filter((leg) => !passed.has(leg));
    for (const leg of own) passed.add(leg);
    return (holesOf) => own.flatMap((leg) => holesOf(leg));
  };
}
