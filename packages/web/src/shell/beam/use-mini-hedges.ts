import { onScopeDispose, watch } from 'vue';
import { miniHedge } from './mini-hedge';

/** The class of a small beam whose zones have these letters. */
export const hedgeClass = (letters: string): string => `hedge-${letters}`;

/**
 * Rules for the hedges of small beams, while a page is open. What many beams share stands in one rule: the browser then works
 * out each picture once, and not for each of four hundred beams.
 * @param shapes the statuses along the beams, by their first letters
 */
export function useMiniHedges(shapes: () => readonly string[]): void {
  const sheet = new CSSStyleSheet();
  watch(
    () => [...new Set(shapes())].sort().join(' '),
    (all) =>
      sheet.replaceSync(
        all
          .split(' ')
          .filter((letters) => /^[cwau]+$/.test(letters))
          .map((letters) => `.${hedgeClass(letters)} { background: ${miniHedge(letters)}, var(--water); }`)
          .join('\n'),
      ),
    { immediate: true },
  );
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  onScopeDispose(() => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== sheet);
  });
}
