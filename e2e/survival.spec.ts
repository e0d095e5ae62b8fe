import { atBench, expect, pressTimes, test, wholly } from './served';

const tally = (count: number) => ({ hasText: new RegExp(`^\\s*${count}\\s*drops?`) });

test('a run survives reload, a closed browser and kill -9: same step, same count, timer right', async ({
  browser,
  served,
}) => {
  const water = await served.water();
  const run = await served.run(water, ['kh-drops', 'ammonia-salicylate-two-bottles']);
  // The ammonia tube has stood for one of its five minutes.
  const stoodSince = Date.now() - 65_000;
  const done = Array.from({ length: 5 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[1]!, stoodSince, ...done, { type: 'timer-started', step: 5 });

  const address = `${served.url}/waters/${water}/bench`;
  const first = await browser.newContext();
  const page = await first.newPage();
  await page.goto(address);
  await expect(page.getByRole('heading', { name: /Rinse the tube/ })).toBeVisible();
  await pressTimes(page, 'Enter', 2);
  await pressTimes(page, 'Space', 4);
  await expect(page.getByRole('status').filter(tally(4))).toBeVisible();
  await page.reload();
  await expect(page.getByRole('status').filter(tally(4))).toBeVisible();
  await pressTimes(page, 'Space', 3);
  await expect(page.getByRole('status').filter(tally(7))).toBeVisible();
  // Everything is sent before the browser is closed: nothing waits on this device.
  await expect
    .poll(() => page.evaluate(() => Object.keys(localStorage).filter((k) => k.includes('outbox')).length))
    .toBe(0);
  await first.close();

  await served.kill();
  await served.start();

  const second = await browser.newContext();
  const later = await second.newPage();
  await later.goto(address);
  await expect(later.getByRole('heading', { name: /until blue turns yellow/ })).toBeVisible();
  await expect(later.getByRole('status').filter(tally(7))).toBeVisible();
  const rack = later.getByRole('region', { name: 'Tubes on the bench' });
  const shown = await rack.getByText(/^\d:\d\d$/).innerText();
  const [minutes, seconds] = shown.split(':').map(Number);
  // It may be read five seconds of shaking and five minutes after it began.
  const left = (stoodSince + 305_000 - Date.now()) / 1000;
  expect(Math.abs(minutes! * 60 + seconds! - left)).toBeLessThan(3);
  await second.close();
});

test('what happens while the server is down is kept on the device and sent once when it is back', async ({
  page,
  served,
}) => {
  const { water } = await served.countingKh(page);
  await wholly(page);
  await pressTimes(page, 'Space', 2);
  await expect(page.getByRole('status').filter(tally(2))).toBeVisible();
  await served.kill();
  await pressTimes(page, 'Space', 3);
  await page.keyboard.press('Enter');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(page.getByText(/kept here, not sent yet/)).toBeVisible();
  await page.keyboard.press('Enter');
  // It is not called kept while it is not on disk.
  await expect(page.getByText('on this device, not on disk yet')).toBeVisible();
  await expect(page.getByText('Every tube is done.')).toBeVisible();
  await expect(page.getByText(/^Kept/)).toHaveCount(0);
  await served.start();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible({ timeout: 15_000 });
  expect(await served.entered(water)).toEqual([{ how: 'drops', drops: 5 }]);
});

test('a reading that the screen calls kept is on disk', async ({ page, served }) => {
  const { water } = await served.countingKh(page);
  await pressTimes(page, 'Space', 6);
  await pressTimes(page, 'Enter', 2);
  await expect(page.getByText('Kept on disk.')).toBeVisible();
  await served.kill();
  await served.start();
  expect(await served.entered(water)).toEqual([{ how: 'drops', drops: 6 }]);
});

test('the clock of the device being wrong does not move a timer', async ({ page, served }) => {
  const water = await served.water();
  const run = await served.run(water, ['ammonia-salicylate-two-bottles']);
  const done = Array.from({ length: 6 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, Date.now(), ...done);
  // Two hours ahead of the server.
  await page.clock.install({ time: Date.now() + 2 * 3_600_000 });
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await page.clock.runFor(2000);
  const rack = page.getByRole('region', { name: 'Tubes on the bench' });
  await expect(rack.getByText(/^4:\d\d$|^5:00$/)).toBeVisible();
});

test('a form half filled in survives a reload', async ({ page, served }) => {
  await page.goto(`${served.url}/waters/new`);
  await page.getByLabel('Name').fill('Half a thought');
  await page.reload();
  await expect(page.getByLabel('Name')).toHaveValue('Half a thought');
});
