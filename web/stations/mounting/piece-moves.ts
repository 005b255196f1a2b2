import { useEventListener } from '@vueuse/core';
import type { Ref } from 'vue';
import type { Point } from '#core/plane/contour';
import type { Shown } from './mounted';

const half = (mm: number) => Math.round(mm * 2) / 2;
const tenth = (mm: number) => Math.round(mm * 10) / 10;
const STEPS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/**
 * Moves the piece on its panel: dragged by half millimetres, with `move` on the way and `put` where it is let go; by the
 * arrows a millimetre, with Shift a tenth. `ground` is what the sheet's pixels are told by.
 */
export function usePieceMoves(
  ground: Readonly<Ref<SVGGElement | null>>,
  shown: () => Shown | undefined,
  move: (at: Point) => void,
  put: (at: Point) => void,
): { lift: (event: PointerEvent) => void; nudge: (event: KeyboardEvent) => void } {
  let held: { readonly start: Point; readonly at: Point; moved: boolean } | undefined;

  function pointOf(event: PointerEvent): Point | undefined {
    const matrix = ground.value?.getScreenCTM();
    const view = shown()?.view;
    if (!matrix || !view) return undefined;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return view.from([x, y]);
  }
  function dragged(event: PointerEvent): Point | undefined {
    const now = pointOf(event);
    return held && now
      ? [half(held.at[0] + now[0] - held.start[0]), half(held.at[1] + now[1] - held.start[1])]
      : undefined;
  }
  useEventListener(window, 'pointermove', (event) => {
    const at = dragged(event);
    if (!held || !at) return;
    held.moved ||= at[0] !== held.at[0] || at[1] !== held.at[1];
    if (held.moved) move(at);
    event.preventDefault();
  });
  useEventListener(window, ['pointerup', 'pointercancel'], (event) => {
    const at = dragged(event);
    const last = held;
    held = undefined;
    if (last?.moved) put(event.type === 'pointerup' && at ? at : last.at);
  });

  return {
    lift(event) {
      const start = pointOf(event);
      const at = shown()?.position.at;
      if (!start || !at || event.button !== 0) return;
      held = { start, at, moved: false };
      // What is dragged is the piece, not the sheet.
      event.stopPropagation();
    },
    nudge(event) {
      const by = STEPS[event.key];
      const at = shown()?.fitted.at;
      if (!by || !at || event.ctrlKey || event.metaKey || event.altKey) return;
      const step = event.shiftKey ? 0.1 : 1;
      put([tenth(at[0] + by[0] * step), tenth(at[1] + by[1] * step)]);
      event.preventDefault();
      event.stopPropagation();
    },
  };
}
