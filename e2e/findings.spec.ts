import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { type Served, expect, test } from './served';

/** A figure that was written down elsewhere. */
const figure = (
  served: Served,
  waterId: string,
  parameter: string,
  text: string,
  unit: string,
  hoursAgo = 0,
) =>
  served.call('POST', '/api/readings', {
    id: randomUUID(),
    waterId,
    parameter,
    takenAt: Date.now() - 60_000 - hoursAgo * 3_600_000,
    zone: 'Etc/UTC',
    entered: { how: 'figure', text, unit },
  });

/** Acid water with a milligram of ammonia and a basic tap. */
async function acidTank(served: Served): Promise<string> {
  const tap = await served.water({ name: 'Kitchen tap', kind: 'source', netLiters: null });
  const tank = await served.water({ stockGroups: ['community-fish'], sourceWaterId: tap });
  for (const [water, parameter, text, unit] of [
    [tap, 'ph', '8.0', 'pH'],
    [tap, 'alkalinity', '6', '°dKH'],
    [tap, 'ammonia', '0', 'mg/L NH3-N'],
    [tank, 'ammonia', '1.2 (1.1–1.3)', 'mg/L NH3-N'],
    [tank, 'ph', '6.4', 'pH'],
    [tank, 'temperature', '24', '°C'],
    [tank, 'alkalinity', '4–5', '°dKH'],
  ] as const)
    await figure(served, water, parameter, text, unit);
  return tank;
}
/** The lamp, and what was found. */
const verdict = (page: Page) => page.getByRole('main');
/** What can kill, all of it as it should be. */
async function well(served: Served, tank: string): Promise<void> {
  await figure(served, tank, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N');
  await figure(served, tank, 'nitrite', '0 (0-0.1)', 'mg/L NO2');
  await figure(served, tank, 'ph', '7.4', 'pH');
}
const allWell = 'All that can harm here was read and lies inside its limits.';

test('Today says what, how sure and why, and its plan how much water to change and when', async ({
  page,
  served,
}) => {
  const tank = await acidTank(served);
  await page.goto(`${served.url}/waters/${tank}/today`);
  await expect(verdict(page)).toContainText(
    'Total ammonia is 1.2 (1.1–1.3) mg/L NH3-N: too high for certain.',
  );
  await expect(verdict(page)).toContainText('Certain: too high even at the lowest it can be.');
  // Emerson and others 1975: 0.133 % at pH 6.4 and 24 °C.
  await expect(verdict(page)).toContainText(/0\.13 \(.*\) % of it is free/);
  const plan = page.getByRole('region', { name: 'The plan' });
  await expect(plan).toContainText(/Change half, 60 L of Kitchen tap\./);
  await expect(plan).toContainText('Test ammonia and pH: it decides what comes next.');
  const warning = page.getByRole('group').filter({ hasText: 'A change with Kitchen tap lifts pH' }).last();
  await warning.getByRole('heading').click();
  await expect(warning).toContainText('can be burned by the new');

  // A finding leads to its rule, and to the bench with its tests ticked.
  await warning.getByRole('link', { name: /The rule behind it/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'What waters are judged by' })).toBeVisible();
  await expect(
    page.getByRole('heading', { name: 'A water change that would free ammonia' }),
  ).toBeInViewport();
  await page.goBack();
  await verdict(page).getByRole('link', { name: 'Test total ammonia' }).first().click();
  await expect(page.getByRole('checkbox', { name: /^Ammonia, salicylate, two bottles/ })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^pH from a pen/ })).not.toBeChecked();
});

test('the shelf puts the worst first, with the finding, what is due, what runs and what moved', async ({
  page,
  served,
}) => {
  const calm = await served.water({ name: 'Calm tank', stockGroups: ['community-fish'] });
  await served.khReading(calm, 6);
  const worried = await served.water({ name: 'Worried tank', stockGroups: ['community-fish'] });
  await served.khReading(worried, 6, Date.now() - 5 * 86_400_000);
  await served.khReading(worried, 1);
  await served.run(worried, ['kh-drops']);
  await page.goto(served.url);
  await expect(page.getByText('1 water needs acting on;')).toBeVisible();
  const cards = page.getByRole('main').locator('li.water');
  await expect(cards.first()).toContainText('Worried tank');
  await expect(cards.first()).toContainText('KH 1');
  await expect(cards.first()).toContainText('KH down from 6 (5–6) °dKH to 1 (0–1) °dKH');
  await expect(cards.first().getByRole('link', { name: '1 tube on the bench' })).toBeVisible();
  await expect(cards.first()).toContainText('4 tests');
  await expect(cards.nth(1)).toContainText('Calm tank');
});

test('the shelf says how a water stood when one last looked', async ({ page, served }) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await well(served, tank);
  await served.khReading(tank, 6, Date.now() - 86_400_000);
  await page.goto(served.url);
  const card = page.getByRole('main').locator('li.water');
  await expect(card).toContainText('Clear');
  await page.goto(`${served.url}/waters/${tank}/log`);
  await served.khReading(tank, 1);
  await page.goto(served.url);
  await expect(card).toContainText('Clear when you last looked');
  await page.reload();
  await expect(card).toContainText('Act');
  await expect(card).not.toContainText('when you last looked');
});

test('signs lead to tests in order, to first steps, and to the bench', async ({ page, served }) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await page.goto(`${served.url}/waters/${tank}/signs`);
  await page.getByRole('checkbox', { name: 'Brown or gray gills, brown blood' }).check();
  await expect(page.getByRole('heading', { name: 'Test now, in this order' })).toBeVisible();
  await expect(page.getByRole('main').locator('ol').getByRole('listitem').first()).toHaveText('Nitrite');
  await expect(page.getByText('vet or another fish-health professional')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Brown or gray gills, brown blood' })).toBeChecked();
  await page.getByRole('button', { name: 'Note it and test now' }).click();
  await expect(page.getByRole('checkbox', { name: /^Nitrite, one bottle/ })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^Nitrate, two bottles/ })).not.toBeChecked();
});

test('a school and a limit of one’s own change the verdict; bad limits are refused beside their field', async ({
  page,
  served,
}) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  await well(served, tank);
  await figure(served, tank, 'nitrate', '30 (28–32)', 'mg/L NO3');
  const limits = `${served.url}/waters/${tank}/limits`;
  await page.goto(limits);
  await page.getByRole('radio', { name: /Up to 40 mg\/L NO3/ }).check();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(verdict(page)).toContainText(allWell);

  await page.goto(limits);
  await page.getByRole('button', { name: 'Add a limit' }).click();
  await page.getByLabel('Watch above').fill('25');
  await page.getByLabel('Act above').fill('20');
  await page.getByLabel('Urgent above').fill('lots');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('“lots” is not a number. Type digits, for example 7.4.')).toBeVisible();
  // Nothing typed is lost, not even by a reload.
  await page.reload();
  await expect(page.getByLabel('Urgent above')).toHaveValue('lots');
  await page.getByLabel('Urgent above').fill('');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Act begins above 20 mg\/L NO3, but Watch only above 25/)).toBeVisible();
  await expect(page.getByLabel('Act above')).toBeFocused();
  await page.getByLabel('Act above').fill('50');
  await page.getByLabel('Aim for, to').fill('60');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(
    page.getByText(/The target ends at 60 mg\/L NO3, where it would already be Watch/),
  ).toBeVisible();
  await page.getByLabel('Aim for, to').fill('15');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(verdict(page)).toContainText('Nitrate is 30 (28–32) mg/L NO3: too high');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toContainText(allWell);
});

test('two browsers on the limits of one water: the second is told, and chooses', async ({
  browser,
  served,
}) => {
  const tank = await served.water({ stockGroups: ['community-fish'] });
  const pages = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ] as const;
  for (const page of pages) await page.goto(`${served.url}/waters/${tank}/limits`);
  const [first, second] = pages;
  await first.getByRole('radio', { name: /10 to 12 °dGH/ }).check();
  await second.getByRole('radio', { name: /3 °dKH and up/ }).check();
  await first.getByRole('button', { name: 'Save' }).click();
  await expect(first.getByRole('heading', { level: 1, name: 'Reed tank', exact: true })).toBeVisible();
  await second.getByRole('button', { name: 'Save' }).click();
  await expect(second.getByRole('alert').filter({ hasText: 'was changed elsewhere' })).toContainText(
    '10 to 12 °dGH',
  );
  await second.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(second.getByRole('heading', { level: 1, name: 'Reed tank', exact: true })).toBeVisible();
  const { guidance } = await served.call<{ guidance: { schools: object } }>('GET', `/api/waters/${tank}`);
  expect(guidance.schools).toMatchObject({ alkalinity: 'three-up' });
});

test('the page for somebody who helps is copied as Markdown, and prints without the frame', async ({
  browser,
  served,
}) => {
  const tank = await acidTank(served);
  const context = await browser.newContext({ permissions: ['clipboard-read', 'clipboard-write'] });
  const page = await context.newPage();
  await page.goto(`${served.url}/waters/${tank}/share`);
  await expect(page.getByRole('row', { name: /Total ammonia 1\.2 \(1\.1–1\.3\) mg\/L NH3-N/ })).toBeVisible();
  await page.getByRole('button', { name: 'Copy as Markdown' }).click();
  await expect(page.getByText('Copied. Paste it where you ask.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text).toMatch(/^# Reed tank\n/);
  expect(text).toContain('| Total ammonia | 1.2 (1.1–1.3) mg/L NH3-N | method not noted |');
  expect(text).toContain('## Source: Kitchen tap');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Pages' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByText('Total ammonia').first()).toBeVisible();
});

test('while stock is ticked, animals that want different water are named', async ({ page, served }) => {
  await page.goto(`${served.url}/waters/new`);
  await page.getByRole('checkbox', { name: 'Livebearers' }).check();
  await expect(page.getByText('These want different water')).toBeHidden();
  await page.getByRole('checkbox', { name: 'Soft-water fish' }).check();
  await expect(page.getByRole('status').filter({ hasText: 'These want different water' })).toContainText(
    'No GH suits both Livebearers (8–20 °dGH) and Soft-water fish (2–7 °dGH).',
  );
});
