import type { Pattern } from '../craft/pattern';
import { project, stackedScale, type Box } from './projection';

/** The sheet's own pixels: what the drawing takes up of a 1280 × 800 window. */
export const SHEET = { w: 940, h: 692 } as const;

/** Margin that holds the labels on either side of a two-view drawing, px. */
export const LABEL_W = 160;
export const LABEL_X = { left: 22, right: SHEET.w - 22 - LABEL_W } as const;

/** Labels end above the buttons that bring the drawing nearer. */
export const LABELS_END = SHEET.h - 58;

/** Side view over top view, same scale, one above the other as a drawing office lays them. */
export function twoViews(pattern: Pattern, box: Box = { x: 170, y: 20, w: SHEET.w - 340, h: SHEET.h - 40 }) {
  const gap = 2;
  const scale = stackedScale(pattern, box, gap);
  const [, sb, , st] = pattern.drawing.side.bounds;
  const sideHeight = (st - sb) * scale;
  const side = project(pattern, 'side', { ...box, h: sideHeight }, scale);
  const top = project(pattern, 'top', { ...box, y: box.y + sideHeight + gap, h: box.h - sideHeight - gap }, scale);
  return { side, top };
}
