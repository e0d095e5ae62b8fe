import { atBench, expect, pressTimes, tabTo, test } from './served';

test('from a drop to a verdict with the keyboard alone, on an empty file', async ({ page, served }) => {
  await page.goto(served.url);
  await expect(page.getByRole('heading', { name: 'Start with one water' })).toBeVisible();
  await tabTo(page, 'Add your first water', 'link');
  await page.keyboard.press('Enter');
  await tabTo(page, 'Name', 'textbox');
  await page.keyboard.type('Reed tank');
  await tabTo(page, 'Net volume, L', 'textbox');
  await page.keyboard.type('120');
  await tabTo(page, 'Mixed tropical fish', 'checkbox');
  await page.keyboard.press('Space');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Reed tank', level: 1 })).toBeVisible();
  await expect(page.getByText('Total ammonia, nitrite and pH were never read.')).toBeVisible();

  await tabTo(page, 'Test this water', 'link');
  await page.keyboard.press('Enter');
  // What is due is ticked: ammonia, KH, pH on a card, temperature, nitrite, nitrate. pH from a pen, the last two not.
  for (const name of ['Nitrite, one bottle', 'Nitrate, two bottles', 'pH, wide range', 'pH from a pen']) {
    await tabTo(page, name, 'checkbox');
    await page.keyboard.press('Space');
  }
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: 'Rinse the tube with the water you are testing' }),
  ).toBeVisible();

  // The plan begins with ammonia, since it has to stand; any order will do. KH: count five drops, one too many
  // taken back, the turn ends it.
  const rack = page.getByRole('region', { name: 'Tubes on the bench' });
  const numberOf = async (name: RegExp) =>
    (await rack.getByRole('link', { name }).innerText()).trim().slice(0, 1);
  const [kh, ammonia] = [await numberOf(/KH/), await numberOf(/Ammonia/)];
  await page.locator('h1').focus();
  await page.keyboard.press(kh);
  await pressTimes(page, 'Enter', 2);
  await pressTimes(page, 'Space', 6);
  await page.keyboard.press('Backspace');
  await expect(page.getByRole('status').filter({ hasText: /^5 drops$/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText('KH (alkalinity) 5 (4–5) °dKH')).toBeVisible();
  // Its workings open and close without keeping it or counting a drop, and the keys go on as before.
  await page.getByRole('button', { name: 'Workings of this reading' }).click();
  const workings = page.getByRole('dialog', { name: /Workings: KH/ });
  await expect(workings).toContainText('(5 − 1) × 1 < value ≤ 5 × 1 °dKH');
  await expect(workings).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await expect(workings).toBeHidden();
  await expect(page.getByText('KH (alkalinity) 5 (4–5) °dKH')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept: KH (alkalinity) 5 (4–5) °dKH.')).toBeVisible();

  // Ammonia: eight and eight drops, cap, shake by the timer, and a wait that is left alone.
  await page.keyboard.press(ammonia);
  await pressTimes(page, 'Enter', 2);
  for (const bottle of [1, 2]) {
    await expect(page.getByRole('heading', { name: `8 drops from bottle ${bottle}` })).toBeVisible();
    await pressTimes(page, 'Space', 8);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Enter');
  await page.keyboard.press('t');
  // While it stands, the bench names what can be done meanwhile; a timer that ends puts nothing else in hand.
  await expect(rack.getByRole('link', { name: /Ammonia.*4:\d\d/ })).toBeVisible({ timeout: 9000 });
  await expect(page.getByRole('heading', { name: 'Let it stand for 5 minutes' })).toBeVisible();
  await page.getByRole('button', { name: /^(pH|Temp).*: (Dip|Leave) the pen/ }).press('Enter');
  await expect(page.getByRole('heading', { name: /^(Dip|Leave) the pen/ })).toBeVisible();
  await rack.getByRole('link', { name: /pH/ }).press('Enter');
  await page.getByRole('textbox', { name: /pH from a pen/ }).focus();
  await page.keyboard.type('8.0');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept: pH 8 (7.9–8.1).')).toBeVisible();
  await rack.getByRole('link', { name: /Temp/ }).press('Enter');
  await page.getByRole('textbox', { name: /Temperature/ }).focus();
  await page.keyboard.type('25,0');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept: Temperature 25 (24.5–25.5) °C.')).toBeVisible();

  // R reads the tube that stands; before its time it asks first.
  await page.locator('h1').focus();
  await page.keyboard.press('r');
  await page.getByRole('button', { name: 'It stood 5:00 minutes' }).press('Enter');
  await page.getByRole('radio', { name: 'between 0.4 and 0.8 mg/L NH3-N' }).focus();
  await page.keyboard.press('Space');
  await page.getByRole('slider', { name: /Best guess/ }).focus();
  await pressTimes(page, 'ArrowLeft', 4);
  await expect(page.getByText('Best guess 0.5 mg/L NH3-N')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  await page.getByRole('button', { name: /KH \(alkalinity\) 5 \(4–5\) °dKH ?: open the workings/ }).click();
  await expect(page.getByRole('dialog', { name: /Workings: KH/ })).toContainText('Drops to the turn');
  await expect(page.getByRole('dialog')).toBeFocused();
  await page.keyboard.press('Escape');

  await tabTo(page, 'See how the water is', 'link');
  await page.keyboard.press('Enter');
  const free = page.getByRole('article').filter({ has: page.getByRole('heading', { name: 'Free ammonia' }) });
  // Emerson and others 1975: 5.366 % of 0.5 mg/L is 0.027 at pH 8 and 25 °C; the range comes from all three.
  await expect(free).toContainText('0.03');
  await expect(page.getByRole('region', { name: /^Lamp of/ })).toContainText(
    /Free ammonia is .* mg\/L NH3-N: /,
  );
  await free.getByRole('button', { name: /Workings/ }).press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Emerson, Russo, Lund & Thurston 1975');
  await expect(page.getByRole('dialog')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('a color past the top and one that is not on the card are kept as what they are', async ({
  page,
  served,
}) => {
  const water = await served.water();
  const start = Date.now() - 400_000;
  const run = await served.run(water, ['ammonia-salicylate-two-bottles', 'nitrite-one-bottle'], start);
  for (const [test, steps] of [
    [run.tests[0]!, 6],
    [run.tests[1]!, 5],
  ] as const) {
    const done = Array.from({ length: steps }, (_, step) => ({ type: 'step-done', step, did: true }));
    await served.tell(run.id, test, start, ...done);
  }
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await page.getByRole('button', { name: /Past the top/ }).click();
  await expect(page.getByText('dilute 1 mL of the water')).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText('Kept: Total ammonia over 6 mg/L NH3-N.')).toBeVisible();
  await page.getByRole('button', { name: 'Not a color of this card' }).click();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await page.getByRole('link', { name: 'See how the water is' }).click();
  await expect(page.getByText('over 6', { exact: true })).toBeVisible();
  await expect(page.getByText(/Its color was not one of the card\. Dilute/)).toBeVisible();
});

test('a miscount is asked about once and then marked, without blame', async ({ page, served }) => {
  const water = await served.water();
  const run = await served.run(water, ['ammonia-salicylate-two-bottles']);
  await served.tell(
    run.id,
    run.tests[0]!,
    Date.now(),
    { type: 'step-done', step: 0 },
    { type: 'step-done', step: 1 },
  );
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await pressTimes(page, 'Space', 7);
  await page.keyboard.press('Enter');
  await expect(page.getByText('You counted 7 of 8 drops.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '8 drops from bottle 2' })).toBeVisible();
  await expect(page.getByRole('button', { name: /A doubt.*1 noted/ })).toBeVisible();
});
