import { ref, watchEffect } from 'vue';

export type Theme = 'yard' | 'bay';
const KEY = 'haltrik-theme';

const wanted = (): Theme => {
  const kept = localStorage.getItem(KEY);
  if (kept === 'yard' || kept === 'bay') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'bay' : 'yard';
};
const theme = ref<Theme>(wanted());

watchEffect(() => {
  document.documentElement.dataset['theme'] = theme.value;
  document.documentElement.dataset['bsTheme'] = theme.value === 'bay' ? 'dark' : 'light';
});

/** Bright yard or dim bay; remembered on this device. */
export function useTheme() {
  return {
    theme,
    toggle: () => {
      theme.value = theme.value === 'yard' ? 'bay' : 'yard';
      localStorage.setItem(KEY, theme.value);
    },
  };
}
