import { tenth } from '#core/units/figures';
import { useEventListener } from '@vueuse/core';
import type { Point } from '#core/plane/contour';
import type { Px } from '#core/drawing/projection';

const half = (mm: number) => Math.round(mm * 2) / 2;
const STEPS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** What is moved on a panel: from where, and what is told on the way and where it is let go. */
export interface Movable {
  readonly at: Point;
  readonly move: (at: Point) => void;
  readonly put: (at: Point) => void;
}

/**
 * Moves points of a panel: dragged by half millimetres; by the arrows a millimetre, with Shift a tenth. `ground` is what
 * the sheet's pixels are told by, `from` tells the panel's millimetres of them.
 */
export function usePointMoves(
  ground: () => SVGGraphicsElement | null | undefined,
  from: (px: Px) => Point | undefined,
): { lift: (event: PointerEvent, of: Movable) => void; nudge: (event: KeyboardEvent, of: Movable) => void } {
  let held: { readonly start: Point; readonly of: Movable; moved: boolean } | undefined;

  function pointOf(event: PointerEvent): Point | undefined {
    const matrix = ground()?.getScreenCTM();
    if (!matrix) return undefined;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return from([x, y]);
  }
  function dragged(event: PointerEvent): Point | undefined {
    const now = held && pointOf(event);
    return held && now
      ? [half(held.of.at[0] + now[0] - held.start[0]), half(held.of.at[1] + now[1] - held.start[1])]
      : undefined;
  }
  useEventListener(window, 'pointermove', (event) => {
    const at = dragged(event);
    if (!held || !at) return;
    held.moved ||= at[0] !== held.of.at[0] || at[1] !== held.of.at[1];
    if (held.moved) held.of.move(at);
    event.preventDefault();
  });
  useEventListener(window, ['pointerup', 'pointercancel'], (event) => {
    const at = dragged(event);
    const last = held;
    held = undefined;
    if (last?.moved) last.of.put(event.type === 'pointerup' && at ? at : last.of.at);
  });

  return {
    lift(event, of) {
      const start = pointOf(event);
      if (!start || event.button !== 0) return;
      held = { start, of, moved: false };
      // What is dragged is the point, not the sheet.
      event.stopPropagation();
    },
    nudge(event, of) {
      const by = STEPS[event.key];
      if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
      const step = event.shiftKey ? 0.1 : 1;
      of.put([tenth(of.at[0] + by[0] * step), tenth(of.at[1] + by[1] * step)]);
      event.preventDefault();
      event.stopPropagation();
    },
  };
}
