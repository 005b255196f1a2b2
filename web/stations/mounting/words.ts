import type { Panel } from '#core/craft/panel';
import type { Pattern } from '#core/craft/pattern';
import { fits, spareOf, type Beyond, type Clearance, type Fitted } from '#core/mounting/index';
import { lengthText } from '../../app/units';

/** How gear sits on its panel, in a few words. */
export function fitLine(fitted: Fitted): string {
  const { spareMm, deepMm, opening } = fitted;
  if (spareMm < 0) return `lacks ${lengthText(-spareMm, true)}`;
  if (deepMm !== undefined && deepMm < 0) return `${lengthText(-deepMm, true)} too deep`;
  if (opening?.trim) return `open it by ${lengthText(farthest(opening.trim), true)}`;
  if (opening?.gap) return `${lengthText(farthest(opening.gap), true)} left open`;
  return `${lengthText(tightestOf(fitted), true)} to spare`;
}
/** On the side where it is most; only in a corner where no side has any. */
const farthest = ({ left, right, top, bottom, mostMm }: Beyond) => Math.max(left, right, top, bottom) || mostMm;
const tightestOf = ({ spareMm, deepMm }: Fitted) => Math.min(spareMm, deepMm ?? Infinity, 999);
export const isGood = fits;

const LIMITS: Readonly<Record<Clearance['limit'], string>> = {
  edge: 'Cut-out to the edge',
  flange: 'Flange to the edge',
  opening: 'Cut-out to',
  obstacle: 'Body to',
  fastenerEdge: 'Fastener to the edge',
  fastenerOpening: 'Fastener to',
  fastenerObstacle: 'Fastener to',
  cover: 'To the inside of',
  behind: 'To what is behind',
  front: 'To what is in front',
  lap: 'Flange over',
};

/** A clearance by name: what to what. */
export function limitName({ limit, id }: Clearance, panel: Panel, pattern: Pattern): string {
  if (limit === 'edge' && id === undefined) return LIMITS.edge;
  if (limit === 'flange' && id !== undefined) return `Flange to ${panel.openings[id]?.name ?? ''}`;
  if (limit === 'behind' && panel.beyond) return `To ${panel.beyond}`;
  const name =
    id === undefined ? '' : (panel.openings[id]?.name ?? panel.obstacles[id]?.name ?? pattern.covers[id]?.name ?? '');
  return `${LIMITS[limit]} ${name}`.trim();
}
export const isShort = (clearance: Clearance): boolean => spareOf(clearance) < 0;
