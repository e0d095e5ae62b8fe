import type { Vision } from '@hedge-lamp/core/color';
import type { UnitChoice } from '@hedge-lamp/core/waters';
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
  /** Where a pen's figure comes from: typed, or sent by the stand-in. */
  const pen = useLocalStorage<'typed' | 'simulated'>('hedge-lamp.pen', 'typed');
  /** What the keeper's syringe holds, mL; it is marked in twenty-fifths. */
  const syringe = useLocalStorage('hedge-lamp.syringe', 5);
  const vibrate = useLocalStorage('hedge-lamp.vibrate', true);
  /** How this keeper sees color: pairs of a card that look alike to them are pointed out. */
  const vision = useLocalStorage<Vision>('hedge-lamp.vision', 'usual');
  /** Units that were chosen for new waters; what was not chosen goes by the keeper's other waters. */
  const units = useLocalStorage<Partial<UnitChoice>>('hedge-lamp.units', {});
  const dark = usePreferredDark();

  function applyTheme(): void {
    const chosen = theme.value === 'auto' ? (dark.value ? 'dark' : 'light') : theme.value;
    document.documentElement.dataset.bsTheme = chosen;
  }
  watch([theme, dark], applyTheme);

  return { theme, sound, notify, wakeLock, vibrate, initials, pen, syringe, vision, units, applyTheme };
});
