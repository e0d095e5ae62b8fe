import { randomUUID } from 'node:crypto';
import type { Locator, Page } from '@playwright/test';
import { faults } from './axe-faults';
import { type Served, expect, test } from './served';

const deed = (served: Served, waterId: string, kind: string, amount: object | null = null, hoursAgo = 0.02) =>
  served.call('POST', '/api/deeds', {
    id: randomUUID(),
    waterId,
    kind,
    at: Date.now() - Math.round(hoursAgo * 3_600_000),
    zone: 'Etc/UTC',
    detail: '',
    amount,
  });
const source = (served: Served, name: string) => served.water({ name, kind: 'source', netLiters: null });
const planOf = (page: Page): Locator => page.getByRole('region', { name: /^(The plan|Do this now)$/ });
const lamp = (page: Page) => page.getByRole('region', { name: /^Lamp of/ });
const open = (page: Page, served: Served, water: string) => page.goto(`${served.url}/waters/${water}/today`);
/** Ticks a line, and waits until it stands among what was done. */
async function tick(page: Page, says: string): Promise<void> {
  await planOf(page)
    .getByRole('button', { name: `Done: ${says}` })
    .click();
  await expect(page.getByRole('list', { name: 'Done within a day' })).toContainText(says);
}
/** What settles a water: nothing left in it. */
const clean = { ammonia: '0 (0-0.1)', nitrite: '0 (0-0.1)' };

test('an old acid tank: no tap, RO that stands ready, day by day until the ammonia is gone', async ({
  page,
  served,
}) => {
  const tap = await source(served, 'Hard tap');
  const ro = await source(served, 'RO');
  const tank = await served.water({
    name: 'Old tank',
    netLiters: 120,
    stockGroups: ['community-fish'],
    sourceWaterId: tap,
  });
  await served.read(tap, { ammonia: '0', ph: '7.8', alkalinity: '10', hardness: '14' });
  await served.read(ro, { ammonia: '0', ph: '6.5', alkalinity: '0.2', hardness: '0' });
  await served.read(tank, {
    ammonia: '4 (3–5)',
    nitrite: '0 (0–0.1)',
    ph: '6.0 (5.8–6.2)',
    alkalinity: '0.5 (0–1)',
    hardness: '6',
    temperature: '25',
  });
  await open(page, served, tank);
  await expect(lamp(page)).toContainText('Act');
  const plan = planOf(page);
  await expect(plan).toContainText(
    'Hold: no buffer, no hard water, no new air stone, until the ammonia is down.',
  );
  await expect(plan).not.toContainText(/Change .* of Hard tap/);
  // Water that is fit is told, and the plan is sized by it.
  await plan.getByRole('button', { name: 'Tell how much' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Ready now, L').fill('60');
  await dialog.getByLabel('Which water').selectOption({ label: 'RO' });
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(plan).toContainText('Change half, 60 L of RO.');
  await expect(plan).toContainText('6.1 g calcium chloride');
  await tick(page, 'Feed nothing today.');
  await tick(page, 'Change half, 60 L of RO.');
  await expect(plan).toContainText('Test ammonia and pH: it decides what comes next.');
  await expect(plan.getByRole('button', { name: /^Done: Change half/ })).toHaveCount(0);
  // The next days, by readings: as foretold, then almost gone, then gone.
  await served.read(tank, { ammonia: '2 (1.5–2.5)', ph: '6.1 (6.0–6.2)' }, 0);
  await expect(plan).toContainText(/Total ammonia should be 2 .*you read 2 .*: agrees\./);
  await served.read(tank, { ammonia: '0.25 (0.2–0.3)', ph: '6.3 (6.2–6.4)', alkalinity: '0.5 (0.4–0.6)' }, 0);
  await expect(lamp(page)).not.toContainText('Urgent');
  await expect(plan.getByRole('button', { name: /^Done: Change half/ })).toHaveCount(0);
  // With the ammonia gone the little KH comes next, in portions: what was held back is let go.
  await expect(plan).not.toContainText(/baking soda|Drip in/);
  await served.read(tank, { ...clean, ph: '6.4' }, 0);
  await expect(plan).toContainText(/baking soda|Drip in/);
  await expect(plan).not.toContainText('Hold: no buffer');
});

test('a tap with ammonia: part RO, bind the rest, and say what the tap cannot do', async ({
  page,
  served,
}) => {
  const tap = await source(served, 'Mains');
  const ro = await source(served, 'RO');
  const tank = await served.water({
    name: 'Mains tank',
    netLiters: 200,
    stockGroups: ['community-fish'],
    sourceWaterId: tap,
  });
  await served.read(tap, { ammonia: '1', ph: '7.8', alkalinity: '8' });
  await served.read(ro, { ammonia: '0', ph: '6.5', alkalinity: '0.2' });
  await served.read(tank, {
    ammonia: '4 (3–5)',
    nitrite: '0 (0–0.1)',
    ph: '8.0 (7.8–8.2)',
    alkalinity: '8',
    temperature: '25',
  });
  await deed(served, tank, 'water-ready', {
    by: 'ready',
    liters: '60',
    sourceWaterId: ro,
    nextLiters: '',
    nextHours: '',
  });
  await open(page, served, tank);
  const plan = planOf(page);
  await expect(page.getByRole('heading', { name: 'Do this now' })).toBeVisible();
  await expect(plan).toContainText('Change half, 100 L: 60 L RO and 40 L Mains.');
  await expect(plan).toContainText('Changes alone do not get it under Act within a day.');
  await tick(page, 'Air more: a stone, or the outlet up so that it breaks the surface.');
  await tick(page, 'Change half, 100 L: 60 L RO and 40 L Mains.');
  await tick(page, 'Bind ammonia: conditioner for all 200 L, by its label, once.');
  await expect(plan.getByRole('button', { name: /^Done: Bind ammonia/ })).toHaveCount(0);
  // The conditioner bound it: what is left is watched, and the plan stands down.
  await served.read(tank, { ammonia: '0.25 (0.2–0.3)', ph: '7.8 (7.7–7.9)' }, 0);
  await expect(page.getByRole('heading', { name: 'The plan' })).toBeVisible();
  await expect(plan.getByRole('button', { name: /^Done: Change half/ })).toHaveCount(0);
  await served.read(tank, { ...clean, ph: '7.6' }, 0);
  await expect(lamp(page)).not.toContainText(/Urgent|Act/);
});

test('only 20 L at hand: the animals go into it, and the tank waits', async ({ page, served }) => {
  const treated = await source(served, 'Treated water');
  const tank = await served.water({
    name: 'Crowded tank',
    netLiters: 240,
    stockGroups: ['community-fish'],
    sourceWaterId: treated,
    stock: [
      { id: randomUUID(), group: 'community-fish', count: 30, gramsEach: 5, toldAt: Date.now() - 86_400_000 },
    ],
  });
  await served.read(treated, { ammonia: '0', ph: '7.8', alkalinity: '8', temperature: '25' });
  await served.read(tank, { ammonia: '4 (3–5)', ph: '8.2 (8.0–8.4)', alkalinity: '8', temperature: '25' });
  await deed(served, tank, 'sign', { by: 'signs', signs: ['gasping'] });
  await open(page, served, tank);
  const plan = planOf(page);
  await expect(plan).toContainText('Change half, 120 L of Treated water.');
  await plan.getByRole('button', { name: 'Tell how much' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Ready now, L').fill('20');
  await dialog.getByLabel('Which water').selectOption({ label: 'Treated water' });
  await dialog.getByLabel('The next, L').fill('40');
  await dialog.getByLabel('Ready in, hours').fill('6');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(plan).toContainText('Move the fish into the 20 L: air stone, lid, dim light, no food.');
  await expect(plan).not.toContainText('Change half, 120 L');
  await expect(plan).toContainText('20 L in 240 L thins next to nothing');
  await tick(page, 'Air more: a stone, or the outlet up so that it breaks the surface.');
  await tick(page, 'Move the fish into the 20 L: air stone, lid, dim light, no food.');
  await expect(plan).toContainText('Test ammonia in that tub, and every 4 hours.');
  await tick(page, 'Renew half of that tub, 10 L, as the next water is ready.');
  // The tank was changed by and by, and the fish are well again.
  await deed(served, tank, 'sign-over', null, 0);
  await served.read(tank, { ...clean, ph: '7.8' }, 0);
  await expect(lamp(page)).not.toContainText(/Urgent|Act/);
  await expect(page.getByRole('heading', { name: 'The plan' })).toBeVisible();
});

test('a power cut: oxygen first, media wet and open, and what to do when it is back', async ({
  page,
  served,
}) => {
  const tank = await served.water({ name: 'Dark tank', netLiters: 180, stockGroups: ['community-fish'] });
  await served.read(tank, { ...clean, ph: '7.4', alkalinity: '6 (5–6)', temperature: '23.2' }, 48);
  await deed(served, tank, 'power-cut', null, 3);
  await deed(served, tank, 'sign', { by: 'signs', signs: ['gasping'] });
  await open(page, served, tank);
  const plan = planOf(page);
  await expect(lamp(page)).toContainText('Urgent');
  await expect(plan).toContainText('Close the lid; lay a blanket round three sides of the glass.');
  await expect(plan).not.toContainText(/Change half/);
  for (const says of [
    'Air more: a stone, or the outlet up so that it breaks the surface.',
    'Close the lid; lay a blanket round three sides of the glass.',
    'Open the canister: media into a bucket of tank water, wet and open to air.',
    'Start the filter when power is back: first pour the stale canister water away, rinse media in tank water.',
  ])
    await tick(page, says);
  await expect(plan.getByRole('button', { name: /^Done: .*(blanket|canister)/ })).toHaveCount(0);
  await deed(served, tank, 'sign-over', null, 0);
  await served.read(tank, { ...clean, ph: '7.4', temperature: '22' }, 0);
  await expect(lamp(page)).not.toContainText('Urgent');
  // Ammonia and nitrite are watched for the days after.
  await expect(plan).toContainText(/Test .*ammonia.*nitrite/);
});

test('a false zero opened: salt by weight, halves, and the nitrite quartered', async ({ page, served }) => {
  const tap = await source(served, 'Tap');
  const tank = await served.water({
    name: 'Brown gills',
    netLiters: 100,
    stockGroups: ['community-fish', 'water-plants'],
    sourceWaterId: tap,
  });
  await served.read(tap, { ammonia: '0', nitrite: '0', chloride: '20', ph: '7.4', alkalinity: '6' });
  await served.read(tank, { ammonia: '0.5', ph: '7.2', alkalinity: '5', chloride: '15', temperature: '25' });
  await served.read(tank, { nitrite: '0 (0–0.1)' }, 1, { doubts: ['flashed'] });
  await open(page, served, tank);
  const plan = planOf(page);
  await expect(plan).toContainText('Dilute nitrite 1:10 and test: it decides.');
  await served.read(tank, { nitrite: '20 (15–25)' }, 0);
  await deed(served, tank, 'sign', { by: 'signs', signs: ['brown-gills'] }, 0);
  await expect(lamp(page)).toContainText('Urgent');
  await expect(plan).not.toContainText(/[Nn]itrite 0\b/);
  const salt = 'Dissolve 10 g plain salt (NaCl); pour in a third every 20 minutes.';
  await tick(page, salt);
  await tick(page, 'Change half, 50 L of Tap.');
  await expect(plan).toContainText('Only if nitrite still reads over 5 mg/L NO2.');
  await expect(page.getByRole('main')).toContainText('Worked out from');
  await served.read(tank, { nitrite: '10 (7.5–12.5)' }, 0);
  await expect(plan).toContainText(/Nitrite should be 10 .*you read 10 .*: agrees\./);
  await tick(page, 'Change half, 50 L of Tap.');
  await served.read(tank, { nitrite: '0.1 (0–0.1)', ammonia: '0 (0–0.1)', ph: '7.2' }, 0);
  await deed(served, tank, 'sign-over', null, 0);
  await expect(lamp(page)).not.toContainText(/Urgent|Act/);
  await expect(page.getByRole('heading', { name: 'The plan' })).toBeVisible();
});

/** A tank in danger, whose tap helps. */
async function danger(served: Served): Promise<string> {
  const tap = await source(served, 'Tap');
  const tank = await served.water({
    name: 'Danger tank',
    netLiters: 200,
    stockGroups: ['community-fish'],
    sourceWaterId: tap,
  });
  await served.read(tap, { ammonia: '0', ph: '7.8', alkalinity: '8', hardness: '8' });
  await served.read(tank, {
    ammonia: '4 (3–5)',
    nitrite: '0 (0–0.1)',
    ph: '8.2',
    alkalinity: '8',
    hardness: '8',
    temperature: '25',
  });
  return tank;
}

test('a tick is undone, a line is put off, and a tick on one device shows on the other', async ({
  page,
  browser,
  served,
}) => {
  const tank = await danger(served);
  await open(page, served, tank);
  const other = await (await browser.newContext()).newPage();
  await open(other, served, tank);
  const air = 'Air more: a stone, or the outlet up so that it breaks the surface.';
  await tick(page, air);
  await expect(other.getByRole('list', { name: 'Done within a day' })).toContainText(air);
  await expect(planOf(other).getByRole('button', { name: `Done: ${air}` })).toHaveCount(0);
  await page.getByRole('button', { name: `Undo: ${air}` }).click();
  await expect(planOf(page).getByRole('button', { name: `Done: ${air}` })).toBeVisible();
  const food = planOf(page).getByRole('listitem').filter({ hasText: 'Feed nothing today.' });
  await food.getByText('Put off').click();
  await food.getByRole('button', { name: 'two hours' }).click();
  await planOf(page).getByText('Put off (1)').click();
  await planOf(page)
    .getByRole('button', { name: /Back into the plan/ })
    .click();
  await expect(planOf(page).getByText('Put off (1)')).toHaveCount(0);
});

test('a tick of a plan that changed meanwhile is refused in a sentence, and nothing is noted', async ({
  page,
  served,
}) => {
  const tank = await danger(served);
  await open(page, served, tank);
  const button = planOf(page).getByRole('button', { name: 'Done: Change half, 100 L of Tap.' });
  await expect(button).toBeVisible();
  // This page does not hear of the newer reading.
  await page.route('**/api/**', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await served.read(tank, { ...clean, ph: '7.4' }, 0);
  await button.click();
  await expect(planOf(page).getByRole('alert')).toContainText('not in the plan any more');
  expect(await served.call<object[]>('GET', `/api/waters/${tank}/deeds`)).toEqual([]);
});

test('with the server away a tick says so, waits, and is one tick when it can be sent', async ({
  page,
  served,
}) => {
  const tank = await danger(served);
  await open(page, served, tank);
  const button = planOf(page).getByRole('button', { name: 'Done: Change half, 100 L of Tap.' });
  await expect(button).toBeVisible();
  await page.route('**/plan/ticks', (route) => route.abort());
  await button.click();
  await expect(planOf(page).getByText('Ticked on this device, not on disk yet.')).toBeVisible();
  await expect(button).toBeDisabled();
  expect(await served.call<object[]>('GET', `/api/waters/${tank}/deeds`)).toEqual([]);
  await page.unroute('**/plan/ticks');
  await expect(page.getByRole('list', { name: 'Done within a day' })).toContainText(
    'Change half, 100 L of Tap.',
  );
  expect(await served.call<object[]>('GET', `/api/waters/${tank}/deeds`)).toHaveLength(1);
});

for (const [name, size] of [
  ['a table', { width: 1280, height: 800 }],
  ['a phone', { width: 390, height: 844 }],
] as const)
  test(`the plan of an emergency has no fault that axe finds, on ${name}, and prints by itself`, async ({
    page,
    served,
  }) => {
    await page.setViewportSize(size);
    const tank = await danger(served);
    await open(page, served, tank);
    await tick(page, 'Feed nothing today.');
    expect(await faults(page)).toEqual([]);
    // On the phone the first line of the plan stands under the lamp, without scrolling.
    const first = await planOf(page)
      .getByRole('button', { name: /^Done: Air more/ })
      .boundingBox();
    expect(first!.y + first!.height).toBeLessThan(size.height);
    await page.emulateMedia({ media: 'print' });
    await expect(planOf(page)).toBeVisible();
    await expect(page.getByRole('navigation').first()).toBeHidden();
    await expect(page.getByRole('heading', { name: 'Done lately' })).toBeHidden();
  });
