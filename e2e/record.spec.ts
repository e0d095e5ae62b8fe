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
  await page.getByRole('button', { name: 'Remove this water' }).click();
  await expect(page.getByText('Reed tank is removed. Its readings are kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(
    page.getByRole('navigation', { name: 'Waters' }).getByRole('link', { name: /Reed tank/ }),
  ).toBeVisible();
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

test('the trace of a year draws whiskers, bands and flags, keeps kits apart, and stands as a table', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await page
    .getByRole('navigation', { name: 'Waters' })
    .getByRole('link', { name: /Fern Window/ })
    .click();
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Trace' }).click();
  const chart = page.getByRole('img', { name: /Nitrate: \d+ readings/ });
  await expect(chart).toBeVisible();
  // Something was painted: not all pixels are alike.
  const colors = await chart.evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    const seen = new Set<number>();
    for (let k = 0; k < data.length; k += 4) seen.add((data[k]! << 16) | (data[k + 1]! << 8) | data[k + 2]!);
    return seen.size;
  });
  expect(colors).toBeGreaterThan(20);
  await expect(page.getByText('Two kits can differ by two or three times')).toBeVisible();
  await page.getByText('The same as a table').click();
  await expect.poll(() => page.getByRole('row').count()).toBeGreaterThan(30);
  await page.getByRole('button', { name: 'pH' }).click();
  await expect(page.getByRole('img', { name: /^pH: \d+ readings/ })).toBeVisible();
});
