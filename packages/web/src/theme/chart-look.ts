import { computed } from 'vue';
import { useSettings } from '../settings/settings-store';

const color = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** The colors of the theme for what is drawn on a canvas. Depends on the theme, so that a change of look draws anew. */
export function useChartLook() {
  const settings = useSettings();
  return computed(() => {
    void settings.theme;
    return {
      ink: getComputedStyle(document.body).color,
      sheet: color('--hl-sheet'),
      quiet: color('--hl-quiet'),
      line: color('--hl-line'),
      amber: color('--hl-amber'),
      lane: color('--hl-lane'),
      tint: (status: string) => color(`--hl-${status}-tint`),
      word: (status: string) => color(`--hl-${status}`),
      flag: color('--hl-watch'),
    };
  });
}
