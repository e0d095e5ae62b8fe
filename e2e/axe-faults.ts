import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What the axe checker calls serious or critical on the page as it stands. */
export async function faults(page: Page): Promise<string[]> {
  await page.waitForLoadState('networkidle');
  // A dialog that is still sliding in has colors that it does not keep.
  await page.waitForFunction(() => document.getAnimations().every((a) => a.playState !== 'running'));
  // No frames here, so nothing has to be gathered in a page of its own: half the time for the same violations.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
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
