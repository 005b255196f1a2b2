import { useEventListener, useMutationObserver } from '@vueuse/core';
import type { Ref } from 'vue';

const PRESSABLE = 'a[href], button:not(:disabled), [role=button][tabindex="0"]';
/** What belongs to the thing selected; it can take the focus itself, and the keys go on from there. */
const PANEL = '.inspector';

/** Where the same thing is drawn anew, by what it is named. */
function twinOf(gone: Element, root: Element): Element | null {
  const named = [...gone.attributes].filter(({ name }) => name.startsWith('data-') && !name.startsWith('data-v-'));
  const selector = named.map(({ name, value }) => `[${name}="${CSS.escape(value)}"]`).join('');
  return selector ? root.querySelector(`${gone.localName}${selector}`) : null;
}

/**
 * Keeps the keyboard's place when what had the focus is taken away or can no longer be pressed: it goes to the same
 * thing where that is drawn anew, else to the nearest thing around it that is still there, never to nowhere. A field is not chosen for it: on a phone that would bring the
 * keys up.
 */
export function useKeptFocus(root: Ref<HTMLElement | null>): void {
  let last: Element | undefined;
  let around: Element[] = [];
  useEventListener(root, 'focusin', ({ target }) => {
    if (!(target instanceof Element)) return;
    last = target;
    around = [];
    for (let at = target.parentElement; at && at !== root.value; at = at.parentElement) around.push(at);
  });

  function keep(): void {
    if (document.activeElement !== document.body || !last || !root.value) return;
    if (last.isConnected && !last.matches(':disabled')) return;
    const nearest = around.filter((node) => node.isConnected);
    const twin = last.isConnected ? null : twinOf(last, root.value);
    const there = nearest.find((node) => node.matches('[tabindex]'));
    const goes = twin ?? there ?? nearest[0]?.querySelector(PRESSABLE) ?? root.value.querySelector(PANEL);
    // A station still on its way: its panel will be there with the next change.
    if (!(goes instanceof HTMLElement || goes instanceof SVGElement)) return;
    last = undefined;
    goes.focus({ preventScroll: true });
  }
  useMutationObserver(root, keep, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] });
}
