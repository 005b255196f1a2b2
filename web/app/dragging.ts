import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';

/** A press that moves less than this is a press, px. */
const STILL = 4;

/**
 * Dragging with a mouse or pen onto whatever carries `data-<target>`. By touch a drag scrolls: there the same
 * is done by pressing. `lift` is called when the thing begins to move, `drop` when it is let go, with the
 * target's key or undefined beside all targets.
 */
export function useDrag<T>(target: string, lift: (thing: T) => void, drop: (thing: T, at: string | undefined) => void) {
  /** Key of the target under the pointer. */
  const over = ref<string>();
  let held: { thing: T; x: number; y: number; moving: boolean } | undefined;

  function begin(event: PointerEvent, thing: T): void {
    if (event.button === 0 && event.pointerType !== 'touch')
      held = { thing, x: event.clientX, y: event.clientY, moving: false };
  }
  useEventListener(window, 'pointermove', (event) => {
    if (!held) return;
    if (!held.moving) {
      if (Math.hypot(event.clientX - held.x, event.clientY - held.y) < STILL) return;
      held.moving = true;
      lift(held.thing);
    }
    event.preventDefault();
    const under = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>(`[data-${target}]`);
    over.value = under?.dataset[target];
  });
  useEventListener(window, ['pointerup', 'pointercancel'], (event) => {
    const last = held;
    const at = over.value;
    held = over.value = undefined;
    if (last?.moving) drop(last.thing, event.type === 'pointerup' ? at : undefined);
  });
  return { over, begin };
}
