import { useEventListener } from '@vueuse/core';
import { putByAtOnce } from '../stores/device';

/** Whether a key goes into a field that words or figures are typed in. */
export const isInField = (event: Event): boolean =>
  event.target instanceof HTMLElement &&
  event.target.matches('input:not([type=checkbox]):not([type=radio]), textarea, select');

/** Ctrl+Z, and Ctrl+Y or Ctrl+Shift+Z, anywhere but in a field, which has its own. */
export function useUndoKeys({ undo, redo }: { readonly undo: () => void; readonly redo: () => void }): void {
  useEventListener(window, 'keydown', (event) => {
    const letter = event.key.toLowerCase();
    if (!(event.ctrlKey || event.metaKey) || isInField(event) || (letter !== 'z' && letter !== 'y')) return;
    event.preventDefault();
    if (letter === 'y' || event.shiftKey) redo();
    else undo();
  });
}

/** What is still being typed when the page is left counts as typed; what is not saved yet is sent when it is next opened. */
export function useLeaving(isUnsaved: () => boolean, flush: () => Promise<void>): void {
  const leaveField = () => document.activeElement instanceof HTMLElement && document.activeElement.blur();
  useEventListener(window, 'pagehide', leaveField, { capture: true });
  useEventListener(window, 'beforeunload', (event) => {
    leaveField();
    if (!isUnsaved()) return;
    void flush();
    // Only where this device cannot keep it either is it asked about.
    if (!putByAtOnce()) event.preventDefault();
  });
}
