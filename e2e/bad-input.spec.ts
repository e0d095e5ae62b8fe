import { atBench, expect, test } from './served';

test('a water with a volume of 0, in words, or without a name is refused beside the field', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/waters/new`);
  const volume = page.getByLabel('Net volume, L');
  for (const [typed, why] of [
    ['0', 'The volume must be more than 0.'],
    ['abc', '“abc” is not a number. Type digits, for example 7.4.'],
    ['-3', 'The volume must be more than 0.'],
  ] as const) {
    await volume.fill(typed);
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Give this water a name.')).toBeVisible();
    // Tied to its field for a screen reader, and what was typed is still there.
    await expect(volume).toHaveAccessibleDescription(new RegExp(why.replace(/[.?()]/g, '\\$&')));
    await expect(volume).toHaveValue(typed);
  }
  await page.getByLabel('Name').fill('Reed tank');
  await volume.fill('31,7');
  await page.getByRole('combobox', { name: 'Unit' }).selectOption('US gal');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Aquarium · 31.7 US gal')).toBeVisible();
});

test('the volume is worked out from measurements, less gravel and stones', async ({ page, served }) => {
  await page.goto(`${served.url}/waters/new`);
  await page.getByRole('button', { name: 'Work it out from measurements' }).click();
  await page.getByLabel('Length inside, cm').fill('100');
  await page.getByLabel('Width inside, cm').fill('-40');
  await page.getByLabel('Depth of water, cm').fill('50');
  await expect(page.getByText('This must be more than 0 cm.')).toBeVisible();
  await page.getByLabel('Width inside, cm').fill('40');
  await page.getByLabel(/Gravel or soil/).fill('5');
  await page.getByLabel(/Stones, wood, gear/).fill('8');
  // 100 × 40 × 50 cm is 200 L; 5 cm of gravel at 0.6 solid is 12 L, and 8 L of stones.
  await expect(page.getByText('200 L less 20 L displaced is 180 L of water.')).toBeVisible();
  await page.getByRole('button', { name: 'Use this volume' }).click();
  await expect(page.getByLabel('Net volume, L')).toHaveValue('180');
});

test('pH 15 and words are refused at the bench, and stay as typed', async ({ page, served }) => {
  const water = await served.water();
  await served.run(water, ['pen-ph']);
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  const figure = page.getByRole('textbox', { name: 'pH from a pen' });
  for (const [typed, why] of [
    ['15', 'pH lies between 0 and 14.'],
    ['abc', '“abc” is not a number.'],
  ] as const) {
    await figure.fill(typed);
    await figure.press('Enter');
    await expect(page.getByText(why)).toBeVisible();
    await expect(figure).toHaveValue(typed);
  }
  await page.reload();
  await expect(figure).toHaveValue('abc');
  await figure.fill('7.4');
  await figure.press('Enter');
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^pH 7\.4 \(7\.3–7\.5\) ?: open the workings$/ }),
  ).toBeVisible();
});

test('a reading in the future and negative drops are refused in the log', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: 'Write in a reading' }).click();
  await page.getByLabel('What was measured').selectOption('alkalinity');
  await page.getByLabel('Drops to the turn').fill('-3');
  const tomorrow = new Date(Date.now() + 86_400_000).toISOString().slice(0, 16);
  await page.getByLabel('Taken at').fill(tomorrow);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Drops are counted from 1; a count below that cannot be.')).toBeVisible();
  await expect(page.getByText('This time lies in the future. Check the date and the clock.')).toBeVisible();
  await expect(page.getByLabel('Drops to the turn')).toHaveValue('-3');
  await page.getByLabel('Drops to the turn').fill('3');
  await page.getByLabel('Taken at').fill(new Date(Date.now() - 3_600_000).toISOString().slice(0, 16));
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('cell', { name: '3 (2–3) °dKH' })).toBeVisible();
});

test('a water that is gone says so and leads back', async ({ page, served }) => {
  const water = await served.water();
  await served.call('DELETE', `/api/waters/${water}`);
  await page.goto(`${served.url}/waters/${water}/today`);
  await expect(page.getByText('This water is not here (any more).')).toBeVisible();
  await page.goto(`${served.url}/no/such/page`);
  await page.getByRole('link', { name: 'Go to your waters' }).click();
  await expect(page.getByRole('heading', { name: 'Your waters' })).toBeVisible();
});

test('saving a water that was removed elsewhere says so and keeps what was typed', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/edit`);
  await expect(page.getByLabel('Name')).toHaveValue('Reed tank');
  await served.call('DELETE', `/api/waters/${water}`);
  await page.getByLabel('Name').fill('Still typed');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('This water is not here (any more).');
  await expect(page.getByLabel('Name')).toHaveValue('Still typed');
});

test('a deed in the future is refused beside its field, and the words stay', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: 'Note something done' }).click();
  await page.getByLabel('In your words').fill('40 %');
  await page.getByLabel('When').fill(new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 16));
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('This time lies in the future.').first()).toBeVisible();
  await expect(page.getByLabel('In your words')).toHaveValue('40 %');
});

test('with the server gone a form says so, keeps all, and saves when it is back', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/waters/new`);
  await page.getByLabel('Name').fill('Reed tank');
  await page.getByLabel('Net volume, L').fill('120');
  await page.setViewportSize({ width: 390, height: 844 });
  await served.kill();
  await page.getByRole('button', { name: 'Save' }).click();
  // Said where it is seen, though Save stands at the end of a long form.
  await expect(page.getByRole('alert').filter({ hasText: 'does not answer' })).toBeInViewport({ ratio: 1 });
  await expect(page.getByLabel('Name')).toHaveValue('Reed tank');
  await served.start();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'Reed tank', level: 1 })).toBeVisible();
  expect(await served.call<unknown[]>('GET', '/api/waters')).toHaveLength(1);
});
