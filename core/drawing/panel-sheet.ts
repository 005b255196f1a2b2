import type { Clearance } from '../panels/clearances';
import type { Piece } from '../panels/piece';
import type { Site } from '../panels/site';
import { circle, moved, type Contour, type Point } from '../plane/contour';
import { nearestPoints } from '../plane/gap';
import type { Box, Px } from './projection';

/** A panel laid into a part of the sheet, to scale, with the section through its gear beside or below it, in line. */
export interface PanelView {
  /** Sheet pixels per millimetre. */
  readonly scale: number;
  /** From the panel's millimetres to the sheet: as an SVG transform, point by point, and back. */
  readonly transform: string;
  readonly to: (at: Point) => Px;
  readonly from: (at: Px) => Point;
  readonly box: Box;
  readonly section: {
    /** The section is cut upright and stands beside the panel, or level and lies below it. */
    readonly along: 'y' | 'x';
    /** From depth, which grows away from who looks, and the panel's own height or breadth. */
    readonly transform: string;
    readonly to: (at: readonly [deep: number, along: number]) => Px;
    readonly box: Box;
  };
}

/** Space between panel and section, px: dimensions stand there. */
const BETWEEN = 78;
/** Shown beyond what is nearest and deepest, mm. */
const MARGIN = 8;
/** Least that is shown in front and behind, mm. */
const LEAST = 30;

/** The depths a section shows, mm: all that reaches behind the face or before it. */
function depthsOf(site: Site, piece: Piece): readonly [front: number, behind: number] {
  const { panel, closings, obstacles, outline } = site;
  const corners: Point[] = [
    [outline.left, outline.bottom],
    [outline.right, outline.bottom],
    [outline.left, outline.top],
    [outline.right, outline.top],
  ];
  const covers = closings.flatMap(({ side, at }) =>
    corners.map(([x, y]) => (side === 'behind' ? at(x, y) : -at(x, y))),
  );
  const all = [
    ...[-LEAST, LEAST, piece.behindMm, -piece.beforeMm, panel.behindMm ?? 0, -(panel.frontMm ?? 0), ...covers],
    ...obstacles.flatMap(({ obstacle }) => [obstacle.fromMm, obstacle.toMm]),
  ];
  return [Math.min(...all) - MARGIN, Math.max(...all) + MARGIN];
}

/** Lays a panel and its section into a box: beside each other or one below the other, whichever is larger. */
export function viewPanel(site: Site, piece: Piece, box: Box): PanelView {
  const { left, right, bottom, top } = site.outline;
  const [front, behind] = depthsOf(site, piece);
  const [across, up, deep] = [right - left, top - bottom, behind - front];
  const beside = Math.min((box.w - BETWEEN) / (across + deep), box.h / up);
  const below = Math.min(box.w / across, (box.h - BETWEEN) / (up + deep));
  const along = beside >= below ? 'y' : 'x';
  const scale = Math.max(beside, below);
  const [w, h, d] = [across * scale, up * scale, deep * scale];
  const x0 = box.x + (box.w - w - (along === 'y' ? BETWEEN + d : 0)) / 2 - left * scale;
  const y0 = box.y + (box.h - h - (along === 'x' ? BETWEEN + d : 0)) / 2 + top * scale;
  /** Where the face is in the section. */
  const face =
    along === 'y' ? x0 + right * scale + BETWEEN - front * scale : y0 - bottom * scale + BETWEEN - front * scale;
  const panel: Box = { x: x0 + left * scale, y: y0 - top * scale, w, h };
  return {
    scale,
    transform: `translate(${x0} ${y0}) scale(${scale} ${-scale})`,
    to: ([x, y]) => [x0 + x * scale, y0 - y * scale],
    from: ([x, y]) => [(x - x0) / scale, (y0 - y) / scale],
    box: panel,
    section:
      along === 'y'
        ? {
            along,
            transform: `matrix(${scale} 0 0 ${-scale} ${face} ${y0})`,
            to: ([depth, y]) => [face + depth * scale, y0 - y * scale],
            box: { ...panel, x: face + front * scale, w: d },
          }
        : {
            along,
            transform: `matrix(0 ${scale} ${scale} 0 ${x0} ${face})`,
            to: ([depth, x]) => [x0 + x * scale, face + depth * scale],
            box: { ...panel, y: face + front * scale, h: d },
          },
  };
}

/** Where the room of a clearance is, between two points of the panel; nothing of one in depth. */
export function witnessOf(
  site: Site,
  piece: Piece,
  at: Point,
  { limit, id }: Clearance,
): readonly [Point, Point] | undefined {
  const here = (contour: Contour) => moved(contour, ...at);
  const opening = site.openings.find((o) => o.id === id)?.contour;
  const obstacle = site.obstacles.find((o) => o.id === id);
  const nearest = (of: readonly Contour[], to: Contour) =>
    of
      .map((contour) => nearestPoints(here(contour), to))
      .reduce<readonly [Point, Point] | undefined>(
        (best, next) => (best && span(best) <= span(next) ? best : next),
        undefined,
      );
  switch (limit) {
    case 'edge':
      return nearest([piece.cutout ?? piece.face], site.outline);
    case 'flange':
      return nearest([piece.face], opening ?? site.outline);
    case 'opening':
      return piece.cutout && opening && nearest([piece.cutout], opening);
    case 'obstacle':
      return (
        obstacle &&
        nearest(
          piece.solids
            .filter(({ fromMm, toMm }) => fromMm < obstacle.obstacle.toMm && obstacle.obstacle.fromMm < toMm)
            .map(({ contour }) => contour),
          obstacle.contour,
        )
      );
    case 'fastenerEdge':
    case 'fastenerOpening':
    case 'fastenerObstacle': {
      const points = piece.fastenings.filter(({ mm }) => mm > 0).map(({ at: own }) => circle(own, 0.2));
      return nearest(points, limit === 'fastenerEdge' ? site.outline : (opening ?? obstacle?.contour ?? site.outline));
    }
    case 'lap':
      return opening && nearest([piece.face], opening);
    case 'cover':
    case 'behind':
    case 'front':
      return undefined;
  }
}
const span = ([[ax, ay], [bx, by]]: readonly [Point, Point]) => Math.hypot(bx - ax, by - ay);
