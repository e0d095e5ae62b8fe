import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { watch } from 'vue';

/** What this device prefers; kept on the device, not with the data. */
export const useSettings = defineStore('settings', () => {
  const theme = useLocalStorage<'auto' | 'light' | 'dark'>('hedge-lamp.theme', 'auto');
  const sound = useLocalStorage('hedge-lamp.sound', true);
  const notify = useLocalStorage('hedge-lamp.notify', false);
  const wakeLock = useLocalStorage('hedge-lamp.wake-lock', true);
  const initials = useLocalStorage('hedge-lamp.initials', '');
  const dark = usePreferredDark();

  function applyTheme(): void {
    const chosen = theme.value === 'auto' ? (dark.value ? 'dark' : 'light') : theme.value;
    document.documentElement.dataset.bsTheme = chosen;
  }
  watch([theme, dark], applyTheme);

  return { theme, sound, notify, wakeLock, initials, applyTheme };
});
