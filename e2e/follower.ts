import type { Locator, Page } from '@playwright/test';
import { expect } from './served';

/** What a keeper who knows nothing answers where the screen asks. */
export interface Answers {
  /** Which swatch or gap of a card, from the palest, by what is read. */
  readonly swatch: (test: string) => number;
  /** How many drops until it turned, by what is read. */
  readonly drops: (test: string) => number;
  /** Before each step; true where it did something itself. */
  readonly before?: (step: Locator, heading: string) => Promise<boolean>;
}

/**
 * A keeper who uses only what is on the screen and does what it says: every press counts, and nothing is typed into an
 * address.
 */
export class Follower {
  presses = 0;
  readonly faults: string[] = [];
  /** Headings of the steps, in the order in which they came. */
  readonly steps: string[] = [];
  constructor(readonly page: Page) {
    page.on('pageerror', (error) => this.faults.push(String(error)));
  }

  async press(what: Locator): Promise<void> {
    await expect(what).toBeVisible();
    await what.click();
    this.presses += 1;
  }
  button = (name: string | RegExp): Promise<void> =>
    this.press(this.page.getByRole('button', { name }).first());

  /** Presses whichever of these is there first; false where none is. */
  private async pressIf(...names: (string | RegExp)[]): Promise<boolean> {
    const step = this.page.locator('section.step');
    for (const name of names) {
      const button = step.getByRole('button', { name }).first();
      if (!(await button.isVisible())) continue;
      if (await button.isDisabled()) continue;
      await button.click();
      this.presses += 1;
      return true;
    }
    return false;
  }

  /** Follows the screen until it says that the run is done. */
  async follow(answers: Answers, most = 250): Promise<void> {
    const done = this.page.getByRole('heading', { name: 'This run is done' });
    const step = this.page.locator('section.step');
    for (let k = 0; k < most; k++) {
      await expect(done.or(step).first()).toBeVisible();
      if (await done.isVisible()) return;
      const heading = (await step.locator('h2').first().innerText()).trim();
      const test = (await step.getAttribute('aria-label')) ?? '';
      if (this.steps.at(-1) !== `${test}: ${heading}`) this.steps.push(`${test}: ${heading}`);
      if (!(await answers.before?.(step, heading))) await this.one(step, test, answers);
      // What was pressed is shown before the next look.
      await this.page.waitForTimeout(80);
    }
    throw new Error(`Not done after ${most} looks: ${this.steps.slice(-6).join(' | ')}`);
  }

  private async one(step: Locator, test: string, answers: Answers): Promise<void> {
    // The question about a step that was not counted here: this keeper did it.
    if (await this.pressIf(/^All .* in$/, /^It stood/, /^Yes, keep it/, /^I shook it/)) return;
    const cards = step.getByRole('radiogroup');
    if ((await cards.count()) > 0) {
      for (let pad = 0; pad < (await cards.count()); pad++) {
        const group = cards.nth(pad);
        if ((await group.locator('input:checked').count()) > 0) continue;
        await this.press(group.locator('label').nth(answers.swatch(test)));
      }
      await this.pressIf('No, it never did');
      await this.pressIf(/^Keep/, /^Note the blank/);
      return;
    }
    const turned = step.getByRole('button', { name: /^It turned/ });
    if (await turned.isVisible()) {
      const drop = step.getByRole('button', { name: /^One drop/ });
      for (let k = 0; k < answers.drops(test); k++) await this.press(drop);
      await this.press(turned);
      return;
    }
    const figure = step.getByRole('textbox');
    if ((await figure.count()) > 0 && (await step.getByRole('button', { name: /^Keep/ }).count()) > 0) {
      await figure.first().fill('24');
      await this.pressIf(/^Keep/);
      return;
    }
    if (await this.pressIf(/^Start the timer/)) return;
    // While a tube stands the next one is begun, where the screen leads there.
    const meanwhile = step.locator('.free .go');
    if (await meanwhile.first().isVisible()) return this.press(meanwhile.first());
    if (await this.pressIf(/^Keep/, /^Note the blank/, /^Step done/, /now anyway$/)) return;
  }
}
