import { useEventListener } from '@vueuse/core';
import { ref, watch, type Ref } from 'vue';
import type { Stroke } from '#core/craft/pattern';
import { freeKey } from '#core/drafting/begin';
import { pathOf, type Knot } from '#core/drafting/knots';
import type { Projection, ViewName } from '#core/drawing/projection';
import type { Flat, useTable } from './table';

/** So near to the first point, on the screen, that the line is closed, px. */
const CLOSES = 10;

/**
 * The pen: a press sets a point, a drag pulls its handles out, both alike, the first point again closes the line, Enter ends it.
 * By keys the arrows move it, Space sets a point.
 */
export function usePen(
  { state, draft, edit, pick }: ReturnType<typeof useTable>,
  pointAt: (view: ViewName, event: MouseEvent) => Flat | undefined,
  sheet: Readonly<Ref<HTMLElement | null>>,
) {
  const cross = ref<Flat>();
  let pulling: { readonly at: Flat; readonly x: number; readonly y: number } | undefined;

  const setKnots = (knots: readonly Knot[]) => {
    if (state.drawing) state.drawing = { ...state.drawing, knots };
  };
  function end(closed: boolean): void {
    const now = state.drawing;
    state.drawing = undefined;
    cross.value = undefined;
    if (!now || now.knots.length < (closed ? 3 : 2)) return;
    const { strokes } = draft.value.drawing[now.view];
    const body = Object.keys(draft.value.bodies)[0]!;
    const last = Object.values(strokes).reduce((most, { at }) => Math.max(most, at), 0);
    const to: Stroke = {
      at: last + 1,
      body,
      pen: 'outline',
      fill: closed ? 'panel' : 'none',
      d: pathOf([{ knots: now.knots, closed }]),
    };
    const id = freeKey('line', strokes);
    if (edit([{ op: 'setStroke', view: now.view, id, to }], 'draw line') !== undefined) return;
    state.view = now.view;
    pick(id);
  }
  /** A point is set; the first one again closes the line. */
  function set(at: Flat, near: (a: Flat, b: Flat) => boolean): boolean {
    const knots = state.drawing!.knots;
    if (knots.length > 2 && near(knots[0]!.at, at)) {
      end(true);
      return false;
    }
    setKnots([...knots, { at }]);
    return true;
  }

  function down(view: ViewName, event: PointerEvent): void {
    if (state.drawing?.view !== view || event.button !== 0) return;
    const at = pointAt(view, event);
    if (!at) return;
    event.preventDefault();
    const scale = scaleOf(view, event, at);
    if (set(at, (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]) * scale < CLOSES)) {
      pulling = { at, x: event.clientX, y: event.clientY };
      cross.value = at;
    }
  }
  /** Screen pixels of a millimetre there. */
  function scaleOf(view: ViewName, event: MouseEvent, at: Flat): number {
    const beside = pointAt(
      view,
      new MouseEvent('pointermove', { clientX: event.clientX + 100, clientY: event.clientY }),
    );
    return beside && beside[0] !== at[0] ? 100 / Math.abs(beside[0] - at[0]) : 1;
  }
  useEventListener(window, 'pointermove', (event) => {
    const now = state.drawing;
    if (!now || !pulling || Math.hypot(event.clientX - pulling.x, event.clientY - pulling.y) < 4) return;
    const to = pointAt(now.view, event);
    if (!to) return;
    const { at } = pulling;
    setKnots([...now.knots.slice(0, -1), { at, out: to, in: [2 * at[0] - to[0], 2 * at[1] - to[1]] }]);
  });
  useEventListener(window, ['pointerup', 'pointercancel'], () => (pulling = undefined));

  const STEPS: Readonly<Record<string, Flat>> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  };
  /** The view that keys move the pen in. */
  const keyed = (): ViewName | undefined => {
    if (state.drawing) return state.drawing.view;
    return state.asked?.at ? (state.asked.view ?? state.view) : undefined;
  };
  watch(keyed, (view) => {
    cross.value = undefined;
    if (view) sheet.value?.focus();
  });
  useEventListener(
    window,
    'keydown',
    (event) => {
      const view = keyed();
      const now = state.drawing;
      if (!view || event.ctrlKey || event.metaKey || event.altKey) return;
      // A button that has the focus is pressed by Enter and Space; the sheet's own keys are the pen's.
      if (event.target instanceof HTMLElement && event.target !== document.body && !sheet.value?.contains(event.target))
        return;
      const step = STEPS[event.key];
      if (step) {
        const [left, bottom, right, top] = draft.value.drawing[view].bounds;
        const from = cross.value ??
          now?.knots.at(-1)?.at ?? [Math.round((left + right) / 2), Math.round((bottom + top) / 2)];
        const by = event.shiftKey ? 1 : 10;
        cross.value = [from[0] + step[0] * by, from[1] + step[1] * by];
      } else if (event.key === ' ' && cross.value) {
        if (now) set(cross.value, (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 6);
        else state.asked?.at?.(view, cross.value);
      } else if (now && event.key === 'Enter') end(false);
      else if (now && event.key === 'Backspace') setKnots(now.knots.slice(0, -1));
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
    { capture: true },
  );

  /** Where the pen is in a view, as a transform; out of sight where it is in the other. */
  function crossAt({ seen, view }: Projection): string {
    if (keyed() !== view) return 'translate(-99 -99)';
    const at = cross.value ?? state.drawing?.knots.at(-1)?.at;
    if (!at) return 'translate(-99 -99)';
    const [x, y] = seen(at);
    return `translate(${x} ${y})`;
  }
  return { down, crossAt };
}
