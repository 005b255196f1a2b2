import type { Panel } from '#core/craft/panel';
import type { Pattern } from '#core/craft/pattern';
import { spareOf, type Clearance } from '#core/panels/clearances';
import type { Piece } from '#core/panels/piece';

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
  plate: 'Plate to the edge',
};

/** A clearance of a piece by name: what to what. */
export function limitName({ limit, id }: Clearance, { cutout }: Piece, panel: Panel, pattern: Pattern): string {
  if (limit === 'edge') return cutout ? LIMITS.edge : 'Foot to the edge';
  if (limit === 'flange' && id !== undefined) return `Flange to ${panel.openings[id]?.name ?? ''}`;
  if (limit === 'plate' && id !== undefined) return `Plate to ${panel.openings[id]?.name ?? ''}`;
  if (limit === 'behind' && panel.beyond) return `To ${panel.beyond}`;
  const name =
    id === undefined ? '' : (panel.openings[id]?.name ?? panel.obstacles[id]?.name ?? pattern.covers[id]?.name ?? '');
  return `${LIMITS[limit]} ${name}`.trim();
}
export const isShort = (clearance: Clearance): boolean => spareOf(clearance) < 0;
