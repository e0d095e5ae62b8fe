import { expect, test } from './served';

test('an edited reading keeps its old version, a deleted one comes back by Undo', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await served.khReading(water, 5);
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: /^Edit KH/ }).click();
  await page.getByLabel('Drops to the turn').fill('7');
  await page.getByLabel('Note').fill('Counted again');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(
    page.getByText('KH (alkalinity) 7 (6–7) °dKH is saved. The old version is kept.'),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Edited/ }).click();
  await expect(page.getByText(/5 \(4–5\) °dKH \(5 drops\)/)).toBeVisible();

  await page.getByRole('button', { name: /^Delete KH/ }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is written here yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('cell', { name: '7 (6–7) °dKH' })).toBeVisible();
});

test('a removed water comes back by Undo', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/edit`);
  await served.khReading(water, 5);
  await page.getByRole('button', { name: 'Remove this water' }).click();
  const asked = page.getByRole('dialog');
  await expect(asked).toContainText('With it go 1 reading.');
  await asked.getByRole('button', { name: 'Keep it' }).click();
  await expect(asked).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove this water' }).click();
  await asked.getByRole('button', { name: 'Remove Reed tank' }).click();
  await expect(page.getByText('Reed tank is removed. For 30 days')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('main').getByRole('link', { name: 'Reed tank' })).toBeVisible();
});

test('what was removed stands in a list, comes back, and goes for good only when asked twice', async ({
  page,
  served,
}) => {
  const water = await served.water();
  const reading = await served.khReading(water, 5);
  const gone = await served.water({ name: 'Old pond' });
  await served.call('DELETE', `/api/readings/${reading}`);
  await served.call('DELETE', `/api/waters/${gone}`);
  await page.goto(served.url);
  await page.getByRole('link', { name: 'What was removed' }).click();
  await expect(page.getByText('Old pond, with 0 readings')).toBeVisible();
  await page.getByRole('button', { name: /^Bring back: Old pond/ }).click();
  await expect(page.getByRole('link', { name: /^All waters: 2 / })).toBeVisible();
  await page.getByRole('button', { name: /^Remove for good: KH/ }).click();
  expect(await served.call<object>('GET', `/api/readings/${reading}`)).toMatchObject({ id: reading });
  await page.getByRole('button', { name: 'In 30 days' }).click();
  await expect(page.getByText(/^Goes for good on/)).toBeVisible();
  await page.getByRole('button', { name: /^Remove for good: KH/ }).click();
  await page.getByRole('button', { name: 'At once' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing was removed' })).toBeVisible();
  expect((await fetch(`${served.url}/api/readings/${reading}`)).status).toBe(404);
});

test('something done is noted and stands in the log and on Today', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/today`);
  await page.getByRole('button', { name: 'Note something done' }).click();
  await page.getByLabel('In your words').fill('30 %, tap');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Done lately' })).toContainText('30 %, tap');
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Log' }).click();
  await expect(page.getByText('Water change 30 %, tap')).toBeVisible();
});

test('the trace of a year draws ranges, banks and deeds, keeps kits apart, and stands as a table', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await page.getByRole('main').getByRole('link', { name: 'Fern Window' }).click();
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Trace' }).click();
  const chart = page.getByRole('img', { name: /Nitrate: \d+ readings/ });
  await expect(chart).toBeVisible();
  // Ranges, a ribbon, fading light, banks, and the deeds at the foot.
  for (const part of ['.fill', '.inner', '.dusk', '.bank', '.cone'])
    expect((await chart.locator(part).first().getAttribute('d'))!.length).toBeGreaterThan(10);
  await expect(page.locator('.deed-at').first()).toBeVisible();
  await expect(page.getByText('Two kits can differ by two or three times')).toBeVisible();
  await page.getByText('The same as a table').click();
  await expect.poll(() => page.getByRole('row').count()).toBeGreaterThan(30);
  await page.getByRole('button', { name: 'pH', exact: true }).click();
  await expect(page.getByRole('img', { name: /^pH: \d+ readings/ })).toBeVisible();
});
