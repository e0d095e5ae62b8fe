import { type Page, type Route } from '@playwright/test';
import { type Served, atBench, expect, pressTimes, test, wholly } from './served';

const problem = (status: number, detail: string) => ({
  status,
  contentType: 'application/problem+json',
  body: JSON.stringify({ type: 'about:blank', title: '', status, detail, errors: [] }),
});
const events = '**/api/runs/*/events';
const outbox = (page: Page) =>
  page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('outbox')).length);
const aside = (page: Page) =>
  page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('aside')).length);
const finish = (page: Page) => pressTimes(page, 'Enter', 2);
const drops = async (served: Served, water: string) =>
  ((await served.entered(water)) as { drops: number }[]).map((e) => e.drops);

test.describe('drops on a line that', () => {
  const faults: [string, (route: Route) => Promise<void>][] = [
    ['refuses the host with 403', (r) => r.fulfill(problem(403, 'Only under its own address.'))],
    ['knows no such run, 404', (r) => r.fulfill(problem(404, 'This run is not here (any more).'))],
    [
      'finds it too large, 413',
      (r) => r.fulfill({ status: 413, contentType: 'text/html', body: '<h1>413</h1>' }),
    ],
    ['fails with 500', (r) => r.fulfill(problem(500, 'Hedge Lamp failed at this.'))],
    ['drops', (r) => r.abort('connectionreset')],
    ['loses the answer', async (r) => (await r.fetch(), r.abort('connectionreset'))],
  ];
  for (const [name, fault] of faults)
    test(`${name} wait, through a reload, and go when it is well`, async ({ page, served }) => {
      const { water } = await served.countingKh(page);
      await page.route(events, fault);
      await pressTimes(page, 'Space', 3);
      await expect.poll(() => outbox(page)).toBe(3);
      await expect(page.getByText(/things? waits? on this device/).first()).toBeVisible();
      await page.reload();
      await atBench(page);
      await pressTimes(page, 'Space', 1);
      await finish(page);
      expect(await outbox(page)).toBe(6);
      await page.getByRole('link', { name: 'See what waits' }).click();
      await expect(page.getByRole('button', { name: 'Send now' })).toBeVisible();
      await page.unroute(events);
      // It may go by itself before the button is pressed.
      await page
        .getByRole('button', { name: 'Send now' })
        .click({ timeout: 5000 })
        .catch(() => undefined);
      await expect(page.getByRole('heading', { name: 'Nothing waits here' })).toBeVisible({
        timeout: 60_000,
      });
      expect(await drops(served, water)).toEqual([4]);
      expect(await outbox(page)).toBe(0);
    });
});

test('what the server refuses is put aside, shown, survives a reload, and is sent later', async ({
  page,
  served,
}) => {
  const { water } = await served.countingKh(page);
  let refuses = true;
  await page.route(events, async (route) => {
    const sent = (route.request().postDataJSON() as { events: { type: string }[] }).events;
    if (refuses && sent.some((e) => e.type === 'drop'))
      return route.fulfill(problem(422, 'No drop is taken here.'));
    return route.continue();
  });
  await pressTimes(page, 'Space', 3);
  await expect(page.getByText('1 thing could not be kept.')).toBeVisible();
  expect([await aside(page), await outbox(page)]).toEqual([1, 2]);
  await page.reload();
  await page.getByRole('link', { name: 'See why' }).click();
  await expect(page.getByText('No drop is taken here.')).toBeVisible();
  await expect(page.getByText('Waits behind what could not be kept.').first()).toBeVisible();
  // The lamp of this water does not say Clear meanwhile, nor does anything go by itself.
  await page
    .getByRole('button', { name: /^Throw away: KH/ })
    .first()
    .click();
  expect(await aside(page)).toBe(1);
  refuses = false;
  await page.getByRole('button', { name: /^Try again/ }).click();
  await expect(page.getByRole('heading', { name: 'Nothing waits here' })).toBeVisible();
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await finish(page);
  await expect.poll(() => drops(served, water)).toEqual([3]);
});

test('two tabs on one run send each drop once', async ({ page, served, context }) => {
  const { water, bench } = await served.countingKh(page);
  const other = await context.newPage();
  await other.goto(bench);
  await atBench(other);
  await context.route(events, (route) => route.abort());
  await pressTimes(page, 'Space', 2);
  await pressTimes(other, 'Space', 3);
  await expect.poll(() => outbox(page)).toBe(5);
  await context.unroute(events);
  await expect.poll(() => outbox(page), { timeout: 30_000 }).toBe(0);
  await page.reload();
  await atBench(page);
  await finish(page);
  await expect.poll(() => drops(served, water)).toEqual([5]);
});

test('a failing server is not stormed', async ({ page, served }) => {
  await page.clock.install();
  await served.countingKh(page);
  let asked = 0;
  await page.route(events, (route) => {
    asked += 1;
    return route.fulfill(problem(500, 'Hedge Lamp failed at this.'));
  });
  await pressTimes(page, 'Space', 20);
  await expect.poll(() => asked).toBeGreaterThan(0);
  for (let seconds = 0; seconds < 6; seconds++) {
    await page.clock.runFor(1000);
    // What was asked by then is answered before time goes on.
    await page.evaluate(async () => (await fetch('/api/revision')).text());
  }
  expect(asked).toBeLessThanOrEqual(5);
});

test('a reading and a note typed while the server is away wait, are shown, and are kept once', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/log`);
  await wholly(page);
  await served.kill();
  await page.getByRole('button', { name: 'Write in a reading' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('pH', { exact: true }).fill('7.4');
  await expect(form.getByText('In Reed tank')).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/pH.*on this device, not on disk yet/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Note something done' }).click();
  await page.getByLabel('In your words').fill('30 %, tap');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  const waits = page.getByRole('region', { name: 'On this device, not on disk yet' });
  await expect(waits.getByRole('listitem')).toHaveCount(2);
  await served.start();
  await expect(waits).toHaveCount(0, { timeout: 30_000 });
  await expect(page.getByText(/^Water change 30 %, tap \d/)).toBeVisible();
  expect(await served.entered(water)).toEqual([{ how: 'figure', readBy: 'card', text: '7.4', unit: 'pH' }]);
  expect(await served.call<object[]>('GET', `/api/waters/${water}/deeds`)).toHaveLength(1);
});

test('the chosen water stays chosen on every page, and two tabs may differ', async ({
  page,
  served,
  context,
}) => {
  const first = await served.water({ name: 'Alder tank' });
  const second = await served.water({ name: 'Birch pond', kind: 'pond' });
  const rail = (of: Page, name: string) =>
    of.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name });
  await page.goto(`${served.url}/waters/${second}/today`);
  for (const away of ['Kits', 'Worktop', 'Waters'])
    for (const back of ['Bench', 'Log']) {
      await rail(page, away).click();
      await rail(page, back).click();
      await expect(page.getByRole('heading', { level: 1 })).toContainText('Birch pond');
    }
  const other = await context.newPage();
  await other.goto(`${served.url}/waters/${first}/log`);
  await rail(other, 'Kits').click();
  await rail(page, 'Kits').click();
  await page.reload();
  await rail(page, 'Log').click();
  await rail(other, 'Log').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Birch pond');
  await expect(other.getByRole('heading', { level: 1 })).toContainText('Alder tank');
});

test('only ways that measure a parameter are listed, and no save is silent', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: 'Write in a reading' }).click();
  const form = page.getByRole('dialog');
  const how = form.getByLabel('How', { exact: true });
  await form.getByLabel('What was measured').selectOption('nitrite');
  const ways = await how.locator('option').allInnerTexts();
  expect(ways.length).toBeGreaterThan(1);
  for (const way of ways) {
    expect(way).not.toMatch(/ammonia|nitrate|KH|GH|pH/i);
    await how.selectOption({ label: way });
    await form.getByRole('button', { name: 'Save' }).click();
    await expect(form.locator('.is-invalid, [role=alert]').first()).toBeVisible();
  }
});
