import type { Locator, Page } from '@playwright/test';
import { faultsInEveryLook } from './axe-faults';
import { expect, test } from './served';

/** Lines of text within the window, as eyes see them. */
const linesInSight = (within: Element): string[] => {
  const found: string[] = [];
  const walker = document.createTreeWalker(within, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent?.trim() ?? '';
    if (text === '' || node.parentElement?.closest('.visually-hidden, option')) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const box = range.getBoundingClientRect();
    if (box.width > 1 && box.bottom > 0 && box.top < innerHeight) found.push(text);
  }
  return found;
};

/**
 * A keeper who uses only what is on the screen: every press and every key outside a field of text counts, no address is
 * typed, and what is pressed must be in sight without scrolling where that is asked.
 */
class Newcomer {
  presses = 0;
  /**
   * How long somebody would think, s: every line in sight that was not there before is read at 238 words a minute (Brysbaert 2019),
   * and each press takes a thought, a move and a touch of 1.35, 1.1 and 0.28 s (Card, Moran and Newell 1983; all from memory).
   */
  thinks = 0;
  private readonly readLines = new Set<string>();
  readonly faults: string[] = [];
  constructor(readonly page: Page) {
    page.on('pageerror', (error) => this.faults.push(String(error)));
  }
  async press(what: Locator): Promise<void> {
    await expect(what).toBeVisible();
    const lines = await this.page.locator('main').evaluate(linesInSight);
    const fresh = lines.filter((line) => !this.readLines.has(line));
    fresh.forEach((line) => this.readLines.add(line));
    this.thinks += (fresh.join(' ').split(/\s+/).filter(Boolean).length * 60) / 238 + 1.35 + 1.1 + 0.28;
    await what.click();
    this.presses += 1;
  }
  button = (name: string | RegExp): Promise<void> =>
    this.press(this.page.getByRole('button', { name }).first());
}

for (const [size, viewport] of [
  ['laptop', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const)
  test(`from an empty folder to a first reading, kept and judged, in at most 12 presses: ${size}`, async ({
    page,
    served,
  }) => {
    await page.setViewportSize(viewport);
    const keeper = new Newcomer(page);
    await page.goto(served.url);
    await keeper.button('Test now');
    await keeper.press(page.getByRole('checkbox', { name: 'pH, wide range' }));
    await keeper.button('Start the test');
    await expect(page.getByRole('heading', { name: /^Rinse/ })).toBeVisible();
    await keeper.button(/^Step done/);
    await expect(page.getByRole('heading', { name: /^Fill/ })).toBeVisible();
    await keeper.button(/^Step done/);
    // Who counted on their own says so.
    await expect(page.getByRole('heading', { name: /^7 drops/ })).toBeVisible();
    await keeper.button(/^Step done/);
    await keeper.button('All 7 are in');
    await expect(page.getByRole('heading', { name: 'Put the cap on' })).toBeVisible();
    await keeper.button(/^Step done/);
    await expect(page.getByRole('heading', { name: /^Shake the tube/ })).toBeVisible();
    await keeper.button(/^Start the timer/);
    await page
      .getByRole('radio', { name: /^7(\.0)? / })
      .first()
      .check({ force: true });
    keeper.presses += 1;
    const keep = page.getByRole('button', { name: /^Keep this reading/ });
    await expect(keep).toBeInViewport({ ratio: 1 });
    await keeper.press(keep);
    await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
    // Judged: one reading tells too little, and nothing says that all is well.
    const summary = page.locator('.summary');
    await expect(summary).toContainText('Total ammonia and nitrite were never read.');
    await expect(summary).not.toContainText(/Clear/);
    expect(keeper.presses).toBeLessThanOrEqual(12);
    console.log(`${size}: ${keeper.presses} presses, ${Math.round(keeper.thinks)} s of thought`);
    // On a laptop every test there is stands in sight beside the sample and the plan, and nobody reads all of it.
    expect(keeper.thinks).toBeLessThan(size === 'phone' ? 180 : 240);
    // Enter in a field of text is typing, as its name is.
    await page.getByLabel('Name', { exact: true }).fill('Reed tank');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'What is it?' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Bench: Reed tank' })).toBeVisible();
    const [water] = await served.call<{ id: string; name: string }[]>('GET', '/api/waters');
    expect(water!.name).toBe('Reed tank');
    expect(await served.entered(water!.id)).toHaveLength(1);
    expect(keeper.faults).toEqual([]);
  });

test('a water that was begun with is asked about one thing at a time while its tube stands, and nothing typed is lost', async ({
  page,
  served,
}) => {
  await page.goto(served.url);
  await page.getByRole('button', { name: 'Test now' }).click();
  await page.getByRole('checkbox', { name: 'Ammonia, salicylate, two bottles' }).check();
  await page.getByRole('button', { name: 'Start the test' }).click();
  const questions = page.locator('.questions');
  await expect(page.getByRole('heading', { name: /^Rinse/ })).toBeVisible();
  await expect(questions).toHaveCount(0);
  const [water] = await served.call<{ id: string }[]>('GET', '/api/waters');
  const runs = await served.call<{ id: string; tests: { id: string }[] }[]>('GET', '/api/runs/open');
  await served.tell(
    runs[0]!.id,
    runs[0]!.tests[0]!.id,
    Date.now(),
    ...Array.from({ length: 6 }, (_, step) => ({ type: 'step-done', step, did: true })),
  );
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Let it stand/ })).toBeVisible();
  await expect(questions.getByRole('heading', { name: 'What do you call this water?' })).toBeVisible();
  // A name that is none is refused beside its field; a reload keeps what was typed.
  await questions.getByRole('button', { name: 'Call it so' }).click();
  await expect(questions).toContainText('Give this water a name.');
  await questions.getByLabel('Name').fill('Moss bowl');
  await page.reload();
  await expect(questions.getByLabel('Name')).toHaveValue('Moss bowl');
  // Space and digits in the field are letters, not drops and tubes.
  await questions.getByLabel('Name').press('End');
  await questions.getByLabel('Name').pressSequentially(' 2');
  await questions.getByLabel('Name').press('Enter');
  await questions.getByRole('button', { name: /^Standing water/ }).click();
  await questions.getByLabel('Net volume').fill('a lot');
  await questions.getByRole('button', { name: 'Tell it' }).click();
  await expect(questions).toContainText('“a lot” is not a number');
  await questions.getByLabel('Net volume').fill('5');
  await questions.getByLabel('Unit').selectOption('US gal');
  await questions.getByRole('button', { name: 'Tell it' }).click();
  await expect(questions.getByRole('heading', { name: 'Who lives in it?' })).toBeVisible();
  await questions.getByRole('button', { name: 'Tell it' }).click();
  await expect(questions).toContainText('Tick who lives in it, or skip this.');
  await questions.getByRole('checkbox', { name: 'Shrimp', exact: true }).check();
  await questions.getByRole('button', { name: 'Tell it' }).click();
  await expect(questions).toHaveCount(0);
  const told = await served.call<Record<string, unknown>>('GET', `/api/waters/${water!.id}`);
  expect(told).toMatchObject({ name: 'Moss bowl 2', kind: 'standing', stockGroups: ['shrimp'] });
  expect(told.netLiters).toBeCloseTo(18.927, 3);
  // Not asked again.
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Let it stand/ })).toBeVisible();
  await expect(questions).toHaveCount(0);
});

test('every question about a water can be skipped, and what was not told says so', async ({
  page,
  served,
}) => {
  await page.goto(served.url);
  await page.getByRole('button', { name: 'Test now' }).click();
  await page.getByRole('checkbox', { name: 'Temperature', exact: false }).first().check();
  await page.getByRole('button', { name: 'Start the test' }).click();
  await page.getByRole('textbox', { name: /Temperature/ }).fill('25');
  await page.getByRole('textbox', { name: /Temperature/ }).press('Enter');
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  for (const what of [
    'What do you call this water?',
    'What is it?',
    'How much water is in it?',
    'Who lives in it?',
  ]) {
    await expect(page.getByRole('heading', { name: what })).toBeVisible();
    await page.locator('.questions').getByRole('button', { name: 'Skip' }).click();
  }
  await expect(page.locator('.questions')).toHaveCount(0);
  await page.getByRole('link', { name: 'See how the water is' }).click();
  await expect(page.getByRole('heading', { name: 'New water', level: 1 })).toBeVisible();
  await expect(page.getByText('Unread').first()).toBeVisible();
});

test('a set that is not pressed does not look pressed, also under the pointer', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/bench`);
  const sets = page.getByRole('group', { name: 'Sets of tests' }).getByRole('button');
  await sets.filter({ hasText: 'Tap water' }).click();
  await sets.filter({ hasText: 'Cycling set' }).hover();
  const shades = await sets.evaluateAll((all) =>
    all.map((b) => [b.getAttribute('aria-pressed'), getComputedStyle(b).backgroundColor] as const),
  );
  const pressed = shades.filter(([is]) => is === 'true').map(([, shade]) => shade);
  expect(pressed).toHaveLength(1);
  await expect
    .poll(async () =>
      (
        await sets.evaluateAll((all) =>
          all
            .filter((b) => b.getAttribute('aria-pressed') !== 'true')
            .map((b) => getComputedStyle(b).backgroundColor),
        )
      ).includes(pressed[0]!),
    )
    .toBe(false);
});

test('on a phone a notice covers neither the step that follows nor the end of a list', async ({
  page,
  served,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const water = await served.water();
  const run = await served.run(water, ['kh-drops', 'gh-drops']);
  const [kh, gh] = run.tests;
  const done = [0, 1].map((step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, kh!, Date.now(), ...done);
  await served.tell(run.id, gh!, Date.now(), ...done);
  await page.goto(`${served.url}/waters/${water}/bench?tube=${kh}`);
  const drop = page.getByRole('button', { name: /^One drop/ });
  for (let k = 0; k < 3; k++) await drop.click();
  await page.getByRole('button', { name: /^It turned/ }).click();
  await page.getByRole('button', { name: /^Keep this reading/ }).click();
  const notice = page.locator('.notice').first();
  await expect(notice).toBeVisible();
  const acts = page.locator('.outcome');
  await expect
    .poll(async () => {
      const [above, below] = [await acts.boundingBox(), await notice.boundingBox()];
      return above && below ? above.y + above.height <= below.y + 1 : null;
    })
    .toBe(true);
});

test('how a water stood before the run is not shown for how it stands after it', async ({ page, served }) => {
  await served.countingKh(page);
  let held = true;
  await page.route('**/api/today*', async (route) => {
    while (held) await new Promise((resolve) => setTimeout(resolve, 50));
    await route.continue();
  });
  const drop = page.getByRole('button', { name: /^One drop/ });
  for (let k = 0; k < 3; k++) await drop.click();
  await page.getByRole('button', { name: /^It turned/ }).click();
  await page.getByRole('button', { name: /^Keep this reading/ }).click();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  await page.waitForTimeout(1500);
  await expect(page.locator('.judged')).toHaveCount(0);
  held = false;
  await expect(page.locator('.judged')).toContainText('KH (alkalinity) is 3');
});

test('the first time a card is read it is asked whether one’s own shows the same, and values typed hold for this tube', async ({
  page,
  served,
}) => {
  const water = await served.water();
  const toRead = async () => {
    const run = await served.run(water, ['ammonia-salicylate-two-bottles'], Date.now() - 400_000);
    const steps = Array.from({ length: 7 }, (_, step) => ({ type: 'step-done', step, did: true }));
    await served.tell(run.id, run.tests[0]!, Date.now() - 5000, ...steps);
    await page.goto(`${served.url}/waters/${water}/bench`);
    await expect(page.getByRole('heading', { name: /read the card/ })).toBeVisible();
  };
  await toRead();
  await expect(page.getByText('Are these the values on your card?')).toBeVisible();
  await expect(page.getByText('0 · 0.2 · 0.4 · 0.8 · 1.5 · 3 · 6 mg/L NH3-N')).toBeVisible();
  await page.getByRole('button', { name: 'Mine differ' }).click();
  const values = page.getByLabel('Values on your card, palest first');
  expect(await faultsInEveryLook(page)).toEqual([]);
  // What does not rise is refused beside its field, and stays.
  await values.fill('0 0,25 0,25 1');
  await page.getByRole('button', { name: 'Read on these' }).click();
  await expect(values).toHaveAccessibleDescription(/Swatch 3 \(0.25\) must be more than swatch 2/);
  await expect(values).toHaveValue('0 0,25 0,25 1');
  await values.fill('0 0,25 0.5 1 2 4 8');
  await page.getByRole('button', { name: 'Read on these' }).click();
  await page.getByRole('radio', { name: '0.5 mg/L NH3-N, like this swatch' }).check({ force: true });
  await page.getByRole('button', { name: /^Keep this reading/ }).click();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  const [entered] = await served.entered(water);
  expect(entered).toMatchObject({ how: 'card', cardVersion: 1 });
  const { readings } = await served.call<{ readings: { value: { best: number } }[] }>(
    'GET',
    `/api/waters/${water}/readings`,
  );
  expect(readings[0]!.value.best).toBeCloseTo(0.5, 6);
  // Told once, it is not asked again: the next tube is read on the same, on another device too.
  await page.evaluate(() => localStorage.clear());
  await toRead();
  await expect(page.getByLabel('Card', { exact: true }).locator('option:checked')).toHaveText(/my values/);
  await expect(page.getByRole('radio', { name: '0.5 mg/L NH3-N, like this swatch' })).toBeAttached();
  await expect(page.getByText('Are these the values on your card?')).toHaveCount(0);
});

test('who has nothing yet looks round in made-up waters: nothing is kept there, and one press leads back', async ({
  page,
  served,
}) => {
  const keeper = new Newcomer(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(served.url);
  await page.evaluate(() => localStorage.setItem('hedge-lamp.of-my-own', 'kept'));
  // Each place of the rail says what it is for, and offers the same ways in.
  for (const place of ['Today', 'Bench', 'Trace', 'Log']) {
    await keeper.press(page.getByRole('link', { name: place, exact: true }));
    await expect(page.getByRole('heading', { level: 1, name: place })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Test now' })).toBeVisible();
    expect(await faultsInEveryLook(page)).toEqual([]);
  }
  await keeper.button('Look round');
  const said = page.getByRole('complementary', { name: 'Made-up waters' });
  await expect(said).toContainText('These waters are made up.', { timeout: 60_000 });
  expect(await faultsInEveryLook(page)).toEqual([]);
  const there = new URL(page.url());
  expect(there.origin).not.toBe(served.url);
  // What this device keeps of the keeper's own is not there: it is another address.
  expect(await page.evaluate(() => localStorage.getItem('hedge-lamp.of-my-own'))).toBeNull();
  const waters = (await (await page.request.get(`${there.origin}/api/waters`)).json()) as { id: string }[];
  expect(waters.length).toBeGreaterThan(3);
  // A test begun there is refused in a sentence, and nothing waits to be sent.
  await page.goto(`${there.origin}/waters/${waters[0]!.id}/bench?pick=1`);
  await page.getByRole('checkbox').first().check();
  await page.getByRole('button', { name: /^Start the test/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'nothing is kept here' })).toBeVisible();
  await expect(page.getByText('wait to be sent')).toHaveCount(0);
  expect(
    await page.evaluate(() => navigator.serviceWorker.getRegistrations().then((all) => all.length)),
  ).toBe(0);
  // A second press opens the same.
  const again = await served.call<{ port: number }>('POST', '/api/look-round');
  expect(String(again.port)).toBe(there.port);
  await said.getByRole('link', { name: 'Back to my own' }).click();
  await expect(page.getByRole('heading', { name: 'Start with one water' })).toBeVisible();
  expect(new URL(page.url()).origin).toBe(served.url);
  expect(await served.call('GET', '/api/waters')).toEqual([]);
  expect(keeper.faults).toEqual([]);
  // It ends with the program that it was opened from, however that ends.
  await served.kill();
  await expect
    .poll(() =>
      fetch(`${there.origin}/api/revision`).then(
        () => 'answers',
        () => 'gone',
      ),
    )
    .toBe('gone');
});

test('with the server away “Test now” says so and makes one water when it is pressed again; a water described in two tabs keeps both answers', async ({
  page,
  served,
}) => {
  let away = true;
  await page.route('**/api/waters', (route) =>
    away && route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await page.goto(served.url);
  await page.getByRole('button', { name: 'Test now' }).click();
  await expect(page.getByRole('alert')).toContainText('does not answer');
  expect(await served.call('GET', '/api/waters')).toEqual([]);
  away = false;
  await page.getByRole('button', { name: 'Test now' }).click();
  await page.getByRole('checkbox', { name: 'Ammonia, salicylate, two bottles' }).check();
  await page.getByRole('button', { name: 'Start the test' }).click();
  await expect(page.getByRole('heading', { name: /^Rinse/ })).toBeVisible();
  const [water, ...more] = await served.call<(Record<string, unknown> & { id: string })[]>(
    'GET',
    '/api/waters',
  );
  expect(more).toEqual([]);
  const [run] = await served.call<{ id: string; tests: { id: string }[] }[]>('GET', '/api/runs/open');
  const done = Array.from({ length: 6 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run!.id, run!.tests[0]!.id, Date.now(), ...done);
  await page.reload();
  const questions = page.locator('.questions');
  await questions.getByLabel('Name').fill('Moss bowl');
  // Another tab tells the kind; this one has not heard of it yet.
  let deaf = true;
  await page.route(/\/api\/(revision|waters|today)/, (route) =>
    deaf && route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  const { id, version, createdAt: _made, updatedAt: _changed, deletedAt: _gone, ...draft } = water!;
  await served.call('PUT', `/api/waters/${id}`, { version, water: { ...draft, id, kind: 'pond' } });
  await questions.getByRole('button', { name: 'Call it so' }).click();
  await expect(questions.getByRole('alert')).toContainText('was told elsewhere just now');
  await expect(questions.getByLabel('Name')).toHaveValue('Moss bowl');
  deaf = false;
  await expect
    .poll(async () => {
      if (await questions.getByLabel('Name').isVisible())
        await questions.getByRole('button', { name: 'Call it so' }).click();
      return served.call<object[]>('GET', '/api/waters');
    })
    .toMatchObject([{ name: 'Moss bowl', kind: 'pond' }]);
});

test('units are a person’s: chosen once, every new water begins with them, and on request all speak in them', async ({
  page,
  served,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const old = await served.water({ name: 'Old tank' });
  await page.goto(served.url);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Settings' }).click();
  const settings = page.getByRole('dialog', { name: 'Settings' });
  await settings.getByLabel('Temperature').selectOption('°F');
  await settings.getByLabel('Volume').selectOption('US gal');
  await settings.getByLabel('KH (alkalinity)').selectOption('mg/L CaCO3');
  await expect(settings).toContainText('1 water has others.');
  expect(await faultsInEveryLook(page)).toEqual([]);
  const unitsOf = async (id: string) =>
    (await served.call<{ units: Record<string, string> }>('GET', `/api/waters/${id}`)).units;
  expect((await unitsOf(old)).temperature).toBe('°C');
  await settings.getByRole('button', { name: 'Use these in all waters' }).click();
  await expect(settings).toContainText('Every new water begins with them.');
  const wanted = { temperature: '°F', volume: 'US gal', alkalinity: 'mg/L CaCO3' };
  expect(await unitsOf(old)).toMatchObject(wanted);
  await settings.getByRole('button', { name: 'Close settings' }).click();
  // Taken back, the old water is as it was; a new one begins with what was chosen.
  await page.locator('.notice').getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await unitsOf(old)).temperature).toBe('°C');
  await page.getByRole('link', { name: 'Add a water' }).click();
  await page.getByLabel('Name', { exact: true }).fill('New tank');
  await expect(page.getByLabel('Net volume, US gal')).toBeVisible();
  await page.getByLabel('Net volume, US gal').fill('10');
  await page
    .getByRole('button', { name: /^Save|^Keep|^Add/ })
    .last()
    .click();
  await expect
    .poll(async () =>
      (await served.call<{ id: string; name: string }[]>('GET', '/api/waters')).map((w) => w.name),
    )
    .toContain('New tank');
  const made = (await served.call<{ id: string; name: string }[]>('GET', '/api/waters')).find(
    (w) => w.name === 'New tank',
  );
  expect(await unitsOf(made!.id)).toMatchObject(wanted);
});
