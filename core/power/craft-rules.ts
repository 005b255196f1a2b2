import type { Pattern } from '../craft/pattern';
import { isMetricStandard, isThinner, sizesOf, type Gauge, type WireStandard } from '../tables/conductors';
import { COMMON_PRACTICE, memory, type Source } from '../tables/source';

const ABYC = memory('ABYC E-11');

export interface CraftRules {
  /** Thinnest conductor of a feed, by gauge and by section. */
  readonly least: { readonly awg: Gauge; readonly metric: Gauge; readonly source: Source } | undefined;
  /** Most ring terminals on one stud. */
  readonly rings: { readonly most: number; readonly source: Source };
  /** Whether the hull or frame may be used as the return. */
  readonly frame: { readonly allowed: boolean; readonly source: Source };
  /** Whether copper-clad aluminium may be used. */
  readonly clad: { readonly allowed: boolean; readonly source: Source };
}

const ROAD: CraftRules = {
  least: undefined,
  rings: { most: 4, source: COMMON_PRACTICE },
  frame: { allowed: true, source: COMMON_PRACTICE },
  clad: { allowed: true, source: COMMON_PRACTICE },
};

/** What each kind of craft requires of its feeds, and whose rule that is. How near a fuse sits is the pattern's. */
export const CRAFT_RULES: Readonly<Record<Pattern['kind'], CraftRules>> = {
  motorcycle: ROAD,
  sideBySide: ROAD,
  recreationalVehicle: ROAD,
  boat: {
    least: { awg: '16', metric: '1.5mm2', source: ABYC },
    rings: { most: 4, source: ABYC },
    frame: { allowed: false, source: ABYC },
    clad: { allowed: false, source: ABYC },
  },
};

/** The thinnest size a feed may begin with: the craft's, or the workshop's own where that is thicker. */
export function leastSize(kind: Pattern['kind'], standard: WireStandard, own: Gauge | null): Gauge {
  const sizes = sizesOf(standard);
  const { least } = CRAFT_RULES[kind];
  const asked = [least?.awg, own ?? undefined].flatMap((gauge) => gauge ?? []);
  const metric = isMetricStandard(standard);
  const floors = metric && least ? [least.metric, ...asked.slice(1)] : asked;
  return sizes.find((size) => floors.every((floor) => !isThinner(size, floor))) ?? sizes.at(-1)!;
}
