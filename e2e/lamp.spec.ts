import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { type Served, atBench, expect, test } from './served';

/** A figure that was written down elsewhere. */
const figure = (served: Served, waterId: string, parameter: string, text: string, more: object = {}) =>
  served.read(waterId, { [parameter]: text }, 1 / 60, more);
async function well(served: Served, waterId: string): Promise<void> {
  await figure(served, waterId, 'ammonia', '0 (0-0.1)');
  await figure(served, waterId, 'nitrite', '0 (0-0.1)');
  await figure(served, waterId, 'ph', '7.4');
}
const lamp = (page: Page) => page.getByRole('region', { name: /^Lamp of/ });
const todayOf = (served: Served, id: string) => `${served.url}/waters/${id}/today`;

test('a water of which one harmless thing was read cannot be said to be well, and asks who lives in it', async ({
  page,
  served,
}) => {
  const tank = await served.water({ cycling: true });
  await figure(served, tank, 'nitrate', '20 (10-20)');
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Cannot say');
  await expect(lamp(page)).toContainText('were never read');
  await expect(lamp(page)).toContainText('Rests on 0 of');
  await figure(served, tank, 'ammonia', '4');
  await figure(served, tank, 'nitrite', '5 (4-6)');
  await page.reload();
  await expect(lamp(page)).toContainText('Urgent');
  // Told that nobody lives there, the same water is food for a filter.
  await page.getByRole('button', { name: 'Nobody lives here' }).click();
  await expect(lamp(page)).toContainText('Clear');
  await expect(lamp(page)).toContainText('not ready for animals');
  await expect(page.getByRole('region', { name: 'A question' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(lamp(page)).toContainText('Urgent');
  // Animals noted after that was said make it doubtful again; it can be said anew.
  await page.getByRole('button', { name: 'Nobody lives here' }).click();
  await expect(lamp(page)).toContainText('Clear');
  await served.call('POST', '/api/deeds', {
    id: randomUUID(),
    waterId: tank,
    kind: 'stocked',
    at: Date.now(),
    zone: 'Etc/UTC',
    detail: '',
    amount: null,
  });
  await page.reload();
  await expect(lamp(page)).toContainText('Urgent');
  await expect(page.getByRole('region', { name: 'A question' })).toContainText('noted animals since');
  await page.getByRole('button', { name: 'Nobody lives here' }).click();
  await expect(lamp(page)).toContainText('Clear');
});

/** An ammonia test at its first bottle, the bench open on it. */
async function atFirstBottle(page: Page, served: Served): Promise<string> {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  const run = await served.run(tank, ['ammonia-salicylate-two-bottles']);
  const done = [0, 1].map((step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, Date.now(), ...done);
  await page.goto(`${served.url}/waters/${tank}/bench`);
  await atBench(page);
  await expect(page.getByRole('heading', { name: '8 drops from bottle 1' })).toBeVisible();
  return tank;
}

test('Enter at a count of zero asks once; who did it goes on, who did not gets no value', async ({
  page,
  served,
}) => {
  const tank = await atFirstBottle(page, served);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('You counted 0 of 8 drops. Did all 8 go in?');
  await expect(page.getByRole('heading', { name: '8 drops from bottle 1' })).toBeVisible();
  await page.getByRole('button', { name: 'All 8 are in' }).click();
  await expect(page.getByRole('heading', { name: '8 drops from bottle 2' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^No: go on without a value/ }).click();
  await page.getByRole('button', { name: /^Step done/ }).click();
  // The shake was never started, and the wait not waited: both are asked about.
  await page.getByRole('button', { name: /^Step done/ }).click();
  await expect(page.getByRole('alert')).toContainText('were not timed here');
  await page.getByRole('button', { name: /I shook it/ }).click();
  await page.getByRole('button', { name: 'Read it now anyway' }).click();
  await expect(page.getByRole('alert')).toContainText('Did it stand all its time?');
  await page.getByRole('button', { name: /^It stood/ }).click();
  await page.getByRole('radio', { name: '0 mg/L NH3-N, like this swatch' }).check({ force: true });
  await page.getByRole('button', { name: /^Keep this reading/ }).click();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Cannot say');
  await expect(page.getByRole('main')).toContainText('A step that decides was left out.');
  await expect(page.getByRole('main')).not.toContainText('lies inside its limits');
});

test('a timer that ends by itself moves nothing under the Enter key', async ({ page, served }) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  const start = Date.now();
  const run = await served.run(tank, ['ammonia-salicylate-two-bottles', 'nitrite-one-bottle'], start);
  const done = Array.from({ length: 5 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, start, ...done);
  await page.clock.install({ time: start });
  await page.goto(`${served.url}/waters/${tank}/bench`);
  await atBench(page);
  await page.keyboard.press('t');
  await page.clock.runFor(6000);
  // The shake of five seconds is over: the same tube stands in hand, and Enter does not end its wait.
  await expect(page.getByRole('heading', { name: 'Let it stand for 5 minutes' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.clock.runFor(500);
  await expect(page.getByRole('heading', { name: 'Let it stand for 5 minutes' })).toBeVisible();
  const { events } = await served.call<{ events: { type: string; testId: string }[] }>(
    'GET',
    `/api/runs/${run.id}`,
  );
  expect(events.filter((e) => e.testId === run.tests[1])).toEqual([]);
});

test('a flash that faded leaves the top open on Today, and leads to a diluted test', async ({
  page,
  served,
}) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await well(served, tank);
  await figure(served, tank, 'nitrite', '0 (0-0.1)', { doubts: ['flashed'], takenAt: Date.now() - 30_000 });
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Watch');
  await expect(page.getByRole('main')).toContainText('Dilute nitrite 1:10 and test: it decides.');
  await page.getByRole('link', { name: /^To the bench: Dilute nitrite 1:10/ }).click();
  await page.getByRole('button', { name: 'Start the test' }).click();
  await atBench(page);
  const [run] = await served.call<{ tests: { dilution: number }[] }[]>('GET', '/api/runs/open');
  expect(run!.tests.map((t) => t.dilution)).toEqual([10]);
});

test('signs ask first what was just done, light the lamp, and are called over', async ({ page, served }) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await well(served, tank);
  await page.goto(`${served.url}/waters/${tank}/signs`);
  await page.getByRole('button', { name: 'Changed water' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Part changed, %').fill('40');
  await dialog.getByLabel('Conditioner against chlorine was in it').uncheck();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await page.getByLabel('Cloudy water').check();
  await page.getByLabel('Gasping at the surface, outside feeding time').check();
  await page.getByRole('button', { name: 'Only note it' }).click();
  await expect(page.getByRole('button', { name: 'They look well again' })).toBeVisible();
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Urgent');
  await expect(lamp(page)).toContainText('gasping at the surface');
  await expect(page.getByRole('main')).toContainText('chlorine is likely');
  await page.goto(`${served.url}/waters/${tank}/signs`);
  await page.getByRole('button', { name: 'They look well again' }).click();
  await expect(page.getByRole('button', { name: 'They look well again' })).toHaveCount(0);
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).not.toContainText('Urgent');
});

test('more dead than lived are refused beside the number, which stays as typed', async ({ page, served }) => {
  const tank = await served.water({
    stockGroups: ['koi'],
    stock: [{ id: randomUUID(), group: 'koi', count: 3, gramsEach: 200, toldAt: Date.now() - 86_400_000 }],
  });
  await page.goto(todayOf(served, tank));
  await page.getByRole('button', { name: 'Note something done' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What', { exact: true }).selectOption('loss');
  await dialog.getByLabel('How many').fill('5');
  await dialog.getByLabel('Kind').selectOption('koi');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText(/says 5, but only 3 were left/).last()).toBeVisible();
  await expect(dialog.getByLabel('How many')).toHaveValue('5');
  await dialog.getByLabel('How many').fill('2');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await expect(lamp(page)).toContainText('Urgent');
  await expect(lamp(page)).toContainText('2 animals died within a day');
});

test('an own limit begins in the units of its water', async ({ page, served }) => {
  const tank = await served.water({ stockGroups: ['community-fish'], units: { nitrite: 'mg/L NO2-N' } });
  await page.goto(`${served.url}/waters/${tank}/limits`);
  await page.getByRole('button', { name: 'Add a limit' }).click();
  await page.getByLabel('What', { exact: true }).selectOption('nitrite');
  await expect(page.getByLabel('Unit', { exact: true })).toHaveValue('mg/L NO2-N');
  await page.getByLabel('What', { exact: true }).selectOption('alkalinity');
  await expect(page.getByLabel('Unit', { exact: true })).toHaveValue('°dKH');
});

test('above and below are judged, drawn and racked apart', async ({ page, served }) => {
  const [above, below] = [randomUUID(), randomUUID()];
  const stream = await served.water({
    kind: 'stream',
    netLiters: null,
    samplingPoints: [
      { id: above, name: 'Above' },
      { id: below, name: 'Below' },
    ],
  });
  for (const [samplingPointId, text] of [
    [above, '0 (0-0.1)'],
    [below, '6 (5-7)'],
  ] as const) {
    await figure(served, stream, 'ammonia', text, { samplingPointId });
    await figure(served, stream, 'ph', '8', { samplingPointId });
  }
  await page.goto(todayOf(served, stream));
  await expect(lamp(page)).toContainText('Below:');
  await expect(page.getByRole('heading', { name: 'Total ammonia, Above' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Total ammonia, Below' })).toBeVisible();
  await page.goto(`${served.url}/waters/${stream}/trace/ammonia`);
  await page.getByText('The same as a table').click();
  await expect(page.getByRole('row', { name: /Above/ })).toHaveCount(1);
  await expect(page.getByRole('row', { name: /Below/ })).toHaveCount(1);
  await served.call('POST', '/api/runs', {
    id: randomUUID(),
    waterId: stream,
    startedAt: Date.now(),
    zone: 'Etc/UTC',
    tests: [above, below].map((samplingPointId) => ({
      id: randomUUID(),
      methodId: 'ammonia-nessler',
      samplingPointId,
    })),
  });
  await page.goto(`${served.url}/waters/${stream}/bench`);
  const rack = page.getByRole('region', { name: 'Tubes on the bench' });
  await expect(rack.getByRole('link', { name: /Ammonia N.*Above/ })).toBeVisible();
  await expect(rack.getByRole('link', { name: /Ammonia N.*Below/ })).toBeVisible();
});

test('a change with a tested tap carries the readings, and no card says a thing twice', async ({
  page,
  served,
}) => {
  const tap = await served.water({ kind: 'source', name: 'Yard tap', netLiters: null });
  await well(served, tap);
  await figure(served, tap, 'alkalinity', '6');
  const pond = await served.water({ kind: 'pond', stockGroups: ['goldfish'] });
  const yesterday = { takenAt: Date.now() - 86_400_000 };
  for (const [parameter, text] of [
    ['ammonia', '0 (0-0.1)'],
    ['nitrite', '0.3 (0.2-0.4)'],
    ['ph', '7.4'],
    ['alkalinity', '6'],
  ] as const)
    await figure(served, pond, parameter, text, yesterday);
  await served.call('POST', '/api/deeds', {
    id: randomUUID(),
    waterId: pond,
    kind: 'water-change',
    at: Date.now() - 3_600_000,
    zone: 'Etc/UTC',
    detail: '',
    amount: { by: 'part', percent: '30', sourceWaterId: tap, conditioned: true },
  });
  await page.goto(todayOf(served, pond));
  await expect(page.getByRole('article').filter({ hasText: /^\s*Nitrite/ })).toContainText('about');
  for (const card of await page.getByRole('article').allInnerTexts()) {
    const sentences = card.split(/(?<=[.!?])\s+/).filter((text) => text.split(' ').length > 3);
    expect(sentences).toEqual([...new Set(sentences)]);
  }
});

test('a page left open asks again as time goes by, and a test not sent yet ends a Clear', async ({
  page,
  served,
}) => {
  const tank = await atFirstBottle(page, served);
  await well(served, tank);
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Clear');
  // Nothing is written, but the server says that it is a quarter of an hour later.
  const toToday = () => asked.filter((url) => url.endsWith(`/waters/${tank}/today`)).length;
  const before = toToday();
  await page.route('**/api/revision', async (route) => {
    const answer = await route.fetch();
    const told = (await answer.json()) as { now: number };
    await route.fulfill({ response: answer, json: { ...told, now: told.now + 16 * 60_000 } });
  });
  await expect.poll(toToday, { timeout: 20_000 }).toBeGreaterThan(before);
  await expect(lamp(page)).toContainText('Clear');
  await page.unroute('**/api/revision');
  // Without the server drops are counted on; this device then knows more than the lamp.
  await page.getByRole('link', { name: 'Bench' }).first().click();
  await atBench(page);
  const chip = (word: string) => page.getByRole('button', { name: new RegExp(`^${word} Reed tank`) });
  await expect(chip('Clear')).toBeVisible();
  await page.context().setOffline(true);
  await page.keyboard.press('Space');
  await expect(chip('Cannot say')).toBeVisible({ timeout: 20_000 });
  await page.context().setOffline(false);
  await expect(chip('Clear')).toBeVisible({ timeout: 20_000 });
});

test('a page that is opened again asks nothing where nothing was written, and never shows a verdict from before a reading', async ({
  page,
  served,
}) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await well(served, tank);
  await page.goto(todayOf(served, tank));
  await expect(lamp(page)).toContainText('Clear');
  const rail = (name: string) => page.getByRole('link', { name, exact: true }).first();
  await rail('Log').click();
  await expect(page.getByRole('button', { name: /Write in a reading/ }).first()).toBeVisible();
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname } = new URL(request.url());
    if (pathname.startsWith('/api/') && pathname !== '/api/revision') asked.push(pathname);
  });
  await rail('Today').click();
  await expect(lamp(page)).toContainText('Clear');
  await rail('Log').click();
  await expect(page.getByRole('button', { name: /Write in a reading/ }).first()).toBeVisible();
  expect(asked).toEqual([]);

  // Written on this page, and the answer about Today is slow: what was true before is not shown meanwhile.
  let answer = () => {};
  const seen = new Promise<void>((resolve) => (answer = resolve));
  await page.route(`**/api/waters/${tank}/today`, async (route) => {
    await seen;
    await route.continue();
  });
  await page
    .getByRole('button', { name: /Write in a reading/ })
    .first()
    .click();
  const form = page.getByRole('dialog');
  await form.getByLabel('What was measured').selectOption({ label: 'Nitrite' });
  await form.getByLabel('How', { exact: true }).selectOption({ label: 'Another way, figure only' });
  await form.getByLabel('Nitrite', { exact: true }).fill('5');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toBeHidden();
  await rail('Today').click();
  await expect(page.getByText('Loading')).toBeVisible();
  await expect(page.locator('main')).not.toContainText('Clear');
  answer();
  await expect(lamp(page)).toContainText(/Act|Urgent/);
});

for (const wentOut of [false, true])
  test(`a sign that could not be kept is not said to be noted, waits, and is noted once, ${
    wentOut ? 'pressed again after it went out by itself' : 'pressed again at once'
  }`, async ({ page, served }) => {
    const tank = await served.water({ stockGroups: ['community-fish'] });
    const deeds = () => served.call<object[]>('GET', `/api/waters/${tank}/deeds`);
    await page.goto(`${served.url}/waters/${tank}/signs`);
    await page.getByLabel('Gasping at the surface, outside feeding time').check();
    await page.route('**/api/deeds', (route) => route.abort());
    await page.getByRole('button', { name: 'Note it and test now' }).click();
    await expect(page.getByText('What you see is not noted yet.')).toBeVisible();
    await expect(page).toHaveURL(/\/bench/);
    await page.unroute('**/api/deeds');
    if (wentOut) await expect.poll(async () => (await deeds()).length).toBe(1);
    await page.goBack();
    await expect(page.getByLabel('Gasping at the surface, outside feeding time')).toBeChecked();
    await page.getByRole('button', { name: 'Only note it' }).click();
    await expect(page.getByRole('button', { name: 'They look well again' })).toBeVisible();
    await expect(page.getByText('What you see is noted.')).toBeVisible();
    expect(await deeds()).toHaveLength(1);
  });
