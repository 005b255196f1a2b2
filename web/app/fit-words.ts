import type { Told } from '#core/panels/fitted';
import type { Beyond } from '#core/panels/opening';
import { lengthText } from './units';

type Fit = Pick<Told, 'spareMm' | 'deepMm' | 'opening'>;

/** How gear sits on its panel, in a few words. */
export function fitLine(fitted: Fit): string {
  const { spareMm, deepMm, opening } = fitted;
  if (spareMm < 0) return `lacks ${lengthText(-spareMm, true)}`;
  if (deepMm !== undefined && deepMm < 0) return `${lengthText(-deepMm, true)} too deep`;
  if (opening?.trim) return `open it by ${lengthText(farthest(opening.trim), true)}`;
  if (opening?.gap) return `${lengthText(farthest(opening.gap), true)} left open`;
  return `${lengthText(tightestOf(fitted), true)} to spare`;
}
/** On the side where it is most; only in a corner where no side has any. */
const farthest = ({ left, right, top, bottom, mostMm }: Beyond) => Math.max(left, right, top, bottom) || mostMm;
const tightestOf = ({ spareMm, deepMm }: Fit) => Math.min(spareMm, deepMm ?? Infinity, 999);
