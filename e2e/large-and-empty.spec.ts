import { randomUUID } from 'node:crypto';
import { expect, test } from './served';

test('a water with twenty thousand readings opens its pages all the same', async ({ page, served }) => {
  const water = await served.water();
  const last = Date.now() - 60_000;
  for (let batch = 0; batch < 4; batch++) {
    const readings = Array.from({ length: 5000 }, (_, k) => ({
      id: randomUUID(),
      waterId: water,
      parameter: 'alkalinity',
      methodId: 'kh-drops',
      takenAt: last - (batch * 5000 + k) * 600_000,
      zone: 'Etc/UTC',
      entered: { how: 'drops', drops: 3 + (k % 5) },
    }));
    await served.call('POST', '/api/readings/bulk', { readings });
  }
  await page.goto(`${served.url}/waters/${water}/today`);
  await expect(page.getByRole('heading', { name: 'KH (alkalinity)', exact: true })).toBeVisible();
  await page.goto(`${served.url}/waters/${water}/log`);
  // The newest day stands open; each of its readings can be edited. Another is opened by its date.
  const days = page.getByRole('button', { name: /: everything of that day$/ });
  await expect(page.getByRole('button', { name: /^Edit KH/ }).first()).toBeVisible();
  const few = await days.count();
  await page.getByRole('button', { name: 'Show older ones' }).click();
  await expect.poll(() => days.count()).toBeGreaterThan(few);
  for (const day of await days.all())
    if ((await day.getAttribute('aria-expanded')) === 'false') await day.click();
  await expect(page.getByRole('button', { name: /^Edit KH/ })).toHaveCount(300);
  await page.goto(`${served.url}/waters/${water}/trace/alkalinity`);
  await expect(page.getByRole('img', { name: /5,000 readings/ })).toBeVisible();
  await expect(page.getByText('The newest 5000 readings are drawn.')).toBeVisible();
});

test('pages without anything to show say what they will show and what to do first', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/trace`);
  await expect(page.getByText('This page will draw its readings over time')).toBeVisible();
  await page.goto(`${served.url}/waters/${water}/log`);
  await expect(page.getByRole('heading', { name: 'Nothing is written here yet' })).toBeVisible();
  await page.getByRole('link', { name: 'To the bench' }).click();
  await expect(page.getByRole('group', { name: 'Which tests?' })).toBeVisible();
});

test('the look is chosen on the device and stays', async ({ page, served }) => {
  await page.goto(served.url);
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByRole('radio', { name: 'Dark', exact: true }).check();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
});

test('a test set aside can be taken up again', async ({ page, served }) => {
  const water = await served.water();
  await served.run(water, ['kh-drops', 'gh-drops']);
  await page.goto(`${served.url}/waters/${water}/bench`);
  await page.getByRole('button', { name: 'Set this test aside' }).click();
  const rack = page.getByRole('region', { name: 'Tubes on the bench' });
  await expect(rack.getByRole('link')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rack.getByRole('link')).toHaveCount(2);
});
