import { onBeforeUnmount, onMounted } from 'vue';

/** Listens to the window while the component is on the page. */
export function useEventListener<K extends keyof WindowEventMap>(
  target: Window,
  name: K,
  heard: (event: WindowEventMap[K]) => void,
): void {
  onMounted(() => target.addEventListener(name, heard));
  onBeforeUnmount(() => target.removeEventListener(name, heard));
}
