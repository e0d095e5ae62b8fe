import type { Page } from '@playwright/test';
import { type Served, atBench, chooseTests, expect, pressTimes, test, wholly } from './served';

const rackOf = (page: Page) => page.getByRole('region', { name: 'Tubes on the bench' });

/** Does whatever the tube in hand asks for, until the rack is empty; only tests without long waits. */
async function workThrough(page: Page): Promise<void> {
  for (let k = 0; k < 120; k++) {
    if (await page.getByText('Every tube is done.').isVisible()) return;
    if (await page.getByRole('heading', { name: 'This run is done' }).isVisible()) return;
    const counter = page.getByRole('button', { name: /^One drop/ });
    const figure = page.getByRole('textbox').first();
    if (await counter.isVisible()) {
      const wanted = /of (\d+) drops/.exec(await page.locator('.tally').innerText());
      await pressTimes(page, 'Space', wanted ? Number(wanted[1]) : 4);
      await page.keyboard.press('Enter');
      if (!wanted) await page.keyboard.press('Enter');
    } else if (await page.getByRole('radiogroup').first().isVisible()) {
      await page.getByRole('radio').nth(2).check({ force: true });
      await page.getByRole('button', { name: /^Keep/ }).click();
    } else if (await figure.isVisible()) {
      await figure.fill('7');
      await figure.press('Enter');
    } else await page.getByRole('button', { name: /^Step done/ }).click();
    await page.waitForTimeout(60);
  }
  throw new Error('The run does not come to an end.');
}

test('a run of eight tubes with the network cut for the whole of it is saved once when it returns', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/bench`);
  await chooseTests(
    page,
    'pH, low range',
    'pH, high range',
    'pH, wide range',
    'pH from a pen',
    'KH by drops',
    'GH by drops',
    'Hardness, titration',
    'Temperature from a pen',
  );
  await wholly(page);
  await served.kill();
  await page.getByRole('button', { name: 'Start 8 tests' }).click();
  await atBench(page);
  await expect(rackOf(page).getByRole('link')).toHaveCount(8);
  await page.locator('h1').focus();
  await workThrough(page);
  await expect(page.getByText(/kept here, not sent yet/)).toBeVisible();
  await expect(page.getByText(/^Kept/)).toHaveCount(0);
  await served.start();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await wholly(page);
  expect(await served.entered(water)).toHaveLength(8);
});

/** Ammonia standing since a while, and Nessler that may be read at once; the clock of the page in hand. */
async function standing(page: Page, served: Served): Promise<number> {
  const water = await served.water();
  const start = Date.now();
  const run = await served.run(water, ['ammonia-salicylate-two-bottles', 'ammonia-nessler'], start);
  const done = (count: number) =>
    Array.from({ length: count }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, start, ...done(6));
  await served.tell(run.id, run.tests[1]!, start, ...done(4));
  await page.clock.install({ time: start });
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await page.clock.runFor(1500);
  await expect(rackOf(page).getByText(/^4:\d\d$/)).toBeVisible();
  return start;
}

test('a lid closed for seven minutes: the tubes stand where they really stand, and say which is past reading', async ({
  page,
  served,
}) => {
  const start = await standing(page, served);
  // Asleep, the steady clock stands still and only the wall clock goes on; nobody answers yet after waking up.
  await served.kill();
  await page.clock.setSystemTime(start + 420_000);
  await page.clock.runFor(6000);
  const rack = rackOf(page);
  await expect(rack.getByRole('link', { name: /Ammonia N stood too long/ })).toBeVisible();
  await expect(rack.getByRole('link', { name: /Ammonia read it/ })).toBeVisible();
  await rack.getByRole('link', { name: /Ammonia N/ }).click();
  await expect(page.getByText(/The tube stood [67] minutes; its color may read high/)).toBeVisible();
});

test('the clock of the device set two hours forward or back does not move a timer', async ({
  page,
  served,
}) => {
  const start = await standing(page, served);
  for (const jump of [7_200_000, -3_600_000]) {
    await page.clock.setSystemTime(start + jump);
    await page.clock.runFor(1000);
    await expect(rackOf(page).getByText(/^4:\d\d$/)).toBeVisible();
    await expect(rackOf(page).getByText('stood too long')).toHaveCount(0);
  }
});

test('the planner overlaps the usual six, and says what it saves', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/bench`);
  await page.getByRole('button', { name: 'The usual six' }).click();
  const plan = page.getByRole('figure');
  await expect(plan).toContainText(/\d+ min in all; one after the other \d+ min/);
  const [together, apart] = (await plan.innerText()).match(/\d+(?= min)/g)!.map(Number);
  expect(together!).toBeLessThan(apart! * 0.6);
  await expect(plan.getByRole('listitem').filter({ hasText: /^Ammonia:/ })).toContainText(
    /stands alone .* read/,
  );
});

test('above and below in one go: two tubes of each test, each reading at its own place', async ({
  page,
  served,
}) => {
  const points = ['Above', 'Below'].map((name, k) => ({
    id: `00000000-0000-4000-8000-00000000000${k}`,
    name,
  }));
  const water = await served.water({ samplingPoints: points });
  await page.goto(`${served.url}/waters/${water}/bench`);
  await chooseTests(page, 'pH, low range');
  await page.getByRole('checkbox', { name: 'Below', exact: true }).check({ force: true });
  await page.getByRole('combobox', { name: 'How' }).selectOption('outlet');
  await page.getByRole('button', { name: 'Start 2 tubes' }).click();
  await atBench(page);
  await page.locator('h1').focus();
  await workThrough(page);
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  type Kept = { samplingPointId: string; drawnFrom: string };
  const { readings } = await served.call<{ readings: Kept[] }>('GET', `/api/waters/${water}/readings`);
  expect(readings.map((r) => r.samplingPointId).sort()).toEqual(points.map((p) => p.id));
  expect(readings.map((r) => r.drawnFrom)).toEqual(['outlet', 'outlet']);
});

test('past the top of the card: run it diluted, and the factor is carried', async ({ page, served }) => {
  const water = await served.water();
  const start = Date.now() - 400_000;
  const run = await served.run(water, ['nitrite-one-bottle', 'kh-drops'], start);
  const done = Array.from({ length: 5 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, start, ...done);
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await rackOf(page)
    .getByRole('link', { name: /Nitrite/ })
    .click();
  await page.getByRole('button', { name: /Past the top/ }).click();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await page.getByRole('button', { name: 'Run it diluted 5 times' }).click();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Dilute first.')).toBeVisible();
  await expect(page.getByText('diluted 5 times', { exact: true })).toBeVisible();
  await expect(rackOf(page).getByRole('link')).toHaveCount(2);
  await expect(page.getByText(/was past the top of its card/)).toHaveCount(0);
  // The acid is said in full where it first matters in this run, and short the second time.
  await page.keyboard.press('Enter');
  await expect(page.getByText('Acid: gloves and eye protection.')).toBeVisible();
});

test('a question with a branch, and the stand-in pen that says that it makes its figures up', async ({
  page,
  demo,
}) => {
  const water = await demo.water();
  const run = await demo.run(water, ['alkalinity-acid-titration', 'pen-ph']);
  const done = [0, 1].map((step) => ({ type: 'step-done', step, did: true }));
  await demo.tell(run.id, run.tests[0]!, Date.now(), ...done);
  await page.goto(`${demo.url}/waters/${water}/bench`);
  await atBench(page);
  await page.evaluate(() => localStorage.setItem('hedge-lamp.pen', 'simulated'));
  await page.reload();
  await atBench(page);
  await rackOf(page)
    .getByRole('link', { name: /Alkalinity/ })
    .click();
  await page.getByRole('button', { name: 'It stays colorless' }).click();
  await expect(page.getByRole('heading', { name: 'Add the indicator powder, swirl' })).toBeVisible();
  await page.getByRole('button', { name: 'Set this test aside' }).click();

  const pen = page.getByRole('region', { name: 'Stand-in pen' });
  await expect(pen).toContainText('It makes its figures up: no measurement of your water.');
  await pen.getByRole('button', { name: /^Take \d/ }).click({ timeout: 60_000 });
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  expect(await demo.entered(water)).toMatchObject([{ how: 'meter', device: 'simulated-pen' }]);
  await page.goto(`${demo.url}/waters/${water}/log`);
  await expect(page.getByText('made up by the stand-in pen')).toBeVisible();
});

test('twice the sample, then the same again with the plain one: the summary says whether they agree', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/bench`);
  await chooseTests(page, 'KH by drops');
  await page.getByText('Kits, dilution and size of the sample').click();
  await page.getByLabel('Sample, times the usual').fill('lots');
  await page.getByRole('button', { name: 'Start the test' }).click();
  await expect(page.getByRole('alert')).toContainText('how many times the usual sample');
  await page.getByLabel('Sample, times the usual').fill('2');
  await page.getByRole('button', { name: 'Start the test' }).click();
  await atBench(page);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Take 10 mL this time,')).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add a tube' }).click();
  await page.getByRole('button', { name: /^The same again/ }).click();
  // Both are of twice the sample: eight drops, and twelve.
  const rack = rackOf(page).getByRole('link');
  await pressTimes(page, 'Enter', 2);
  await pressTimes(page, 'Space', 12);
  await pressTimes(page, 'Enter', 2);
  await expect(rack).toHaveCount(1);
  await pressTimes(page, 'Space', 8);
  await pressTimes(page, 'Enter', 2);
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  await expect(page.getByText(/the two tubes do not agree\. Run it a third time/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Run KH again' })).toBeVisible();
  expect(await served.entered(water)).toEqual(
    expect.arrayContaining([
      { how: 'drops', drops: 8, sampleTimes: 2 },
      { how: 'drops', drops: 12, sampleTimes: 2 },
    ]),
  );
});

test('ten drops are ten small answers, and nothing else is asked for', async ({ page, served }) => {
  const { water } = await served.countingKh(page);
  await wholly(page);
  const answers: { what: string; bytes: number }[] = [];
  page.on('response', async (answer) => {
    const { pathname } = new URL(answer.url());
    if (!pathname.startsWith('/api/')) return;
    const body = await answer.body().catch(() => Buffer.alloc(0));
    answers.push({ what: `${answer.request().method()} ${pathname}`, bytes: body.length });
  });
  for (let k = 1; k <= 10; k++) {
    const answered = page.waitForResponse(/\/events$/);
    await page.keyboard.press('Space');
    await expect(page.getByText(new RegExp(`^${k}$`)).first()).toBeVisible();
    await answered;
  }
  // The one question whether anything was written is asked all the time, and the kit’s use was noted by the first drop.
  const asked = () => answers.filter((a) => a.what !== 'GET /api/revision');
  await expect.poll(() => asked().length).toBe(10);
  expect(asked().filter((a) => !a.what.startsWith('POST'))).toEqual([]);
  expect(Math.max(...answers.map((a) => a.bytes))).toBeLessThan(600);
  expect(await served.entered(water)).toEqual([]);
});
