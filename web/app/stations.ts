import type { Component, InjectionKey } from 'vue';
import type { Station, Subject } from '#core/findings/finding';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import type { BuildState } from '#core/build/index';

/** A job as its stations judge how far it has come. */
export interface Seen {
  readonly job: Job;
  readonly plan: Plan;
  readonly bay: { readonly events: number; readonly state: BuildState | undefined };
}

/** One step of the work: one folder, entered by this face. */
export interface StationFace {
  readonly name: string;
  /** In the order of the work; those between are not built yet. */
  readonly number: number;
  readonly view: () => Promise<Component>;
  /** What can be selected there; a selection brought along from another station is not what is looked at. */
  readonly selects: readonly Subject['kind'][];
  readonly isBegun: (seen: Seen) => boolean;
  /** Begun and not through, whatever is found there. */
  readonly isUnderWay?: (seen: Seen) => boolean;
}

/** The key that, with Alt, goes there: the number's last digit. */
export const stationKey = ({ number }: StationFace): string => String(number % 10);

/** A station's mark: empty, in progress, has stops, or settled. */
export function markOf(
  face: StationFace,
  seen: Seen,
  found: readonly { readonly severity: string; readonly accepted?: string }[],
): 'empty' | 'in progress' | 'has stops' | 'settled' {
  const open = found.filter(({ accepted }) => accepted === undefined);
  if (open.some(({ severity }) => severity === 'stop')) return 'has stops';
  if (!face.isBegun(seen)) return 'empty';
  if (face.isUnderWay?.(seen)) return 'in progress';
  return open.some(({ severity }) => severity === 'caution') ? 'in progress' : 'settled';
}

/** Every station, for what stands inside one: the shell hands them on, as they hold what would have to import them. */
export const STATION_FACES: InjectionKey<Readonly<Record<Station, StationFace>>> = Symbol('stations');
