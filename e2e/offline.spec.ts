import { type Page } from '@playwright/test';
import { atBench, chooseTests, expect, pressTimes, test } from './served';

test.use({ serviceWorkers: 'allow' });

const tally = (count: number) => ({ hasText: new RegExp(`^\\s*${count}\\s*drops?`) });
const outbox = (page: Page) =>
  page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('outbox')).length);
/** The browser has the whole application on this device. */
const keptHere = (page: Page) =>
  page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    return new Promise((resolve) => {
      if (active!.state === 'activated') resolve(true);
      else active!.addEventListener('statechange', () => resolve(true));
    });
  });

test('a page opened anew while the server is away goes on with its run, and sends it once', async ({
  page,
  served,
}) => {
  const { water, bench } = await served.countingKh(page);
  await keptHere(page);
  await pressTimes(page, 'Space', 2);
  await expect.poll(() => outbox(page)).toBe(0);
  await served.kill();
  await pressTimes(page, 'Space', 3);
  await expect(page.getByRole('status').filter(tally(5))).toBeVisible();
  // The tab was dropped, and is opened again without a network: all that was counted is there.
  await page.goto('about:blank');
  await page.goto(bench);
  await atBench(page);
  await expect(page.getByRole('heading', { name: 'Bench: Reed tank' })).toBeVisible();
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(page.getByRole('status').filter(tally(5))).toBeVisible();
  await pressTimes(page, 'Space', 1);
  await pressTimes(page, 'Enter', 2);
  await expect(page.getByText('Every tube is done.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Every tube is done.')).toBeVisible();
  await served.start();
  await expect.poll(() => outbox(page), { timeout: 30_000 }).toBe(0);
  expect(await served.entered(water)).toEqual([{ how: 'drops', drops: 6 }]);
});

test('a run begun while the server is away is there after a reload', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/bench`);
  await keptHere(page);
  await chooseTests(page, 'KH by drops');
  await served.kill();
  await page.getByRole('button', { name: 'Start the test' }).click();
  await atBench(page);
  await pressTimes(page, 'Enter', 2);
  await pressTimes(page, 'Space', 4);
  await page.reload();
  await expect(page.getByRole('status').filter(tally(4))).toBeVisible();
  await pressTimes(page, 'Enter', 2);
  await served.start();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible({ timeout: 30_000 });
  expect(await served.entered(water)).toEqual([{ how: 'drops', drops: 4 }]);
});

test('the server’s own page comes before the kept one, and its errors are not hidden', async ({
  page,
  served,
}) => {
  await served.water();
  await page.goto(served.url);
  await keptHere(page);
  const answer = await page.goto(`${served.url}/waters`);
  expect(answer!.headers()['cache-control']).toBe('no-cache');
  expect((await page.request.get(`${served.url}/service-worker.js`)).headers()['cache-control']).toBe(
    'no-cache',
  );
  // What is asked of the API and is not there stays not there.
  expect(await page.evaluate(async () => (await fetch('/api/waters/none')).status)).toBeGreaterThanOrEqual(
    400,
  );
});
