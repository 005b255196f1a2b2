import type { Pattern } from '../craft/pattern';
import type { Vec3 } from '../units/vectors';

export type ViewName = 'side' | 'top';
export type Px = readonly [x: number, y: number];

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** One view of a craft laid into a box of the sheet, to scale. */
export interface Projection {
  readonly view: ViewName;
  /** Sheet pixels per millimetre. */
  readonly scale: number;
  /** From the view's millimetres (y up) to the sheet: a, b, c, d, e, f of x′ = a·x + c·y + e, y′ = b·x + d·y + f. */
  readonly matrix: readonly [number, number, number, number, number, number];
  /** The same as an SVG transform. */
  readonly transform: string;
  readonly to: (point: Vec3) => Px;
  /** The view’s own two coordinates, mm, of a point of the sheet: forward and up, or forward and left. */
  readonly from: (px: Px) => Px;
  /** The point of the sheet of those two coordinates. */
  readonly seen: (uv: Px) => Px;
  readonly bounds: Box;
}

/** Fits a view into a box, centred, at `scale` or as large as it goes. */
export function project(pattern: Pattern, view: ViewName, box: Box, scale?: number): Projection {
  const [left, bottom, right, top] = pattern.drawing[view].bounds;
  const k = scale ?? Math.min(box.w / (right - left), box.h / (top - bottom));
  const x0 = box.x + (box.w - k * (right - left)) / 2 - k * left;
  const y0 = box.y + (box.h - k * (top - bottom)) / 2 + k * top;
  return {
    view,
    scale: k,
    matrix: [k, 0, 0, -k, x0, y0],
    transform: `translate(${x0} ${y0}) scale(${k} ${-k})`,
    to: ([x, y, z]) => [x0 + k * x, y0 - k * (view === 'side' ? z : y)],
    seen: ([u, v]) => [x0 + k * u, y0 - k * v],
    from: ([px, py]) => [(px - x0) / k, (y0 - py) / k],
    bounds: { x: x0 + k * left, y: y0 - k * top, w: k * (right - left), h: k * (top - bottom) },
  };
}

/** Largest scale at which both views stand one above the other in the box. */
export function stackedScale(pattern: Pattern, box: Box, gap: number): number {
  const [sl, sb, sr, st] = pattern.drawing.side.bounds;
  const [tl, tb, tr, tt] = pattern.drawing.top.bounds;
  return Math.min(box.w / Math.max(sr - sl, tr - tl), (box.h - gap) / (st - sb + tt - tb));
}

export const pathOf = (points: readonly Px[]): string =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
