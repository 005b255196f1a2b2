import type { Plan } from '#core/plan';
import { gaugeDiameter } from '#core/tables/conductors';

/** How thick a feed is drawn, px: as its wire is, within what can be told apart. */
export const feedWidth = ({ power }: Plan, gear: string): number =>
  Math.min(9, 2.4 + 1.1 * gaugeDiameter(power.feeds[gear]?.gauge ?? '18'));
