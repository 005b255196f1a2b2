import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { computed, watchEffect } from 'vue';

export type Theme = 'yard' | 'bay';

const kept = useLocalStorage('haltrik-theme', '');
const dark = usePreferredDark();
const theme = computed((): Theme => {
  if (kept.value === 'yard' || kept.value === 'bay') return kept.value;
  return dark.value ? 'bay' : 'yard';
});

watchEffect(() => {
  document.documentElement.dataset['theme'] = theme.value;
  document.documentElement.dataset['bsTheme'] = theme.value === 'bay' ? 'dark' : 'light';
});

/** Bright yard or dim bay, as the device prefers until it is said; remembered on this device. */
export function useTheme() {
  return { theme, toggle: () => (kept.value = theme.value === 'yard' ? 'bay' : 'yard') };
}
