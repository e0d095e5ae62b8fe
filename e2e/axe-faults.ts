import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What can be broken by color alone; all else is the same in light and dark. */
const rulesOfColor = ['color-contrast', 'link-in-text-block'];

/**
 * What the axe checker calls serious or critical on the page as it stands.
 * @param rules only these; all where left out
 */
export async function faults(page: Page, rules?: readonly string[]): Promise<string[]> {
  await page.waitForLoadState('networkidle');
  // A dialog that is still sliding in has colors that it does not keep.
  await page.waitForFunction(() => document.getAnimations().every((a) => a.playState !== 'running'));
  // No frames here, so nothing has to be gathered in a page of its own: half the time for the same violations.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({
      resultTypes: ['violations'],
      ...(rules ? { runOnly: { type: 'rule', values: [...rules] } } : {}),
    })
    .analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    );
}

const wide = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/**
 * The same page in every look: light on a wide screen, dark, and light on a phone. Every rule where things stand elsewhere,
 * in the dark those of color. A page that has to be scrolled sideways is a fault too.
 */
export async function faultsInEveryLook(page: Page): Promise<string[]> {
  const found: string[] = [];
  for (const [look, colorScheme, viewport, rules] of [
    ['light', 'light', wide, undefined],
    ['dark', 'dark', wide, rulesOfColor],
    ['phone', 'light', phone, undefined],
  ] as const) {
    await page.emulateMedia({ colorScheme });
    await page.setViewportSize(viewport);
    await page.waitForFunction((theme) => document.documentElement.dataset.bsTheme === theme, colorScheme);
    found.push(...(await faults(page, rules)).map((fault) => `${look}: ${fault}`));
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    if (overflow > 0) found.push(`${look}: scrolls sideways by ${overflow} px`);
  }
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize(wide);
  return found;
}
