import type { Locator, Page } from '@playwright/test';
import { type Served, expect, tabTo, test } from './served';

const wide = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/** A tank in trouble of which ten figures were read. */
async function busyTank(served: Served): Promise<string> {
  const tank = await served.water({ name: 'Rush tank', stockGroups: ['community-fish', 'water-plants'] });
  await served.read(tank, {
    ammonia: '1.4 (0.8–1.5)',
    nitrite: '0.25 (0.1–0.5)',
    nitrate: '8 (5–12)',
    ph: '6.5',
    alkalinity: '1 (0.5–1.5)',
    hardness: '6 (5–7)',
    temperature: '24',
    'dissolved-oxygen': '7',
    chloride: '60',
  });
  return tank;
}
const rows = (page: Page) => page.getByRole('region', { name: 'What was read' }).locator('li:has(.row)');
const bottomOf = async (thing: Locator) => {
  const box = (await thing.boundingBox())!;
  return box.y + box.height;
};

test('ten figures beside four lines of the plan fit on a screen, under the lamp', async ({
  page,
  served,
}) => {
  await page.setViewportSize(wide);
  await page.goto(`${served.url}/waters/${await busyTank(served)}/today`);
  // Nitrite is judged once more by the chloride beside it.
  await expect(rows(page)).toHaveCount(11);
  const lines = page.getByRole('list', { name: 'Plan for Rush tank' }).locator('> li');
  expect(await lines.count()).toBeGreaterThanOrEqual(4);
  expect(await bottomOf(rows(page).nth(9))).toBeLessThanOrEqual(wide.height);
  expect(await bottomOf(lines.nth(3))).toBeLessThanOrEqual(wide.height);
  await expect(page.getByRole('region', { name: 'Lamp of Rush tank' })).toBeInViewport({ ratio: 1 });
});

test('a phone shows the lamp, the next step and six figures without scrolling', async ({ page, served }) => {
  await page.setViewportSize(phone);
  await page.goto(`${served.url}/waters/${await busyTank(served)}/today`);
  await expect(rows(page).nth(9)).toBeVisible();
  const bar = (await page.getByRole('navigation', { name: 'Pages' }).boundingBox())!.y;
  await expect(page.getByRole('region', { name: 'Lamp of Rush tank' })).toBeInViewport({ ratio: 1 });
  expect(await bottomOf(rows(page).nth(5))).toBeLessThanOrEqual(bar);
  const next = page.getByRole('button', { name: /then \d+ more/ });
  expect(await bottomOf(next)).toBeLessThan((await rows(page).first().boundingBox())!.y + 1);
  // It leads to the whole plan, and the keyboard goes along.
  await next.click();
  await expect(page.getByRole('heading', { name: /^(The plan|Do this now)$/ })).toBeFocused();
  await expect(page.getByRole('heading', { name: /^(The plan|Do this now)$/ })).toBeInViewport();
});

test('each figure says in words what its beam shows, and opens its workings by keyboard', async ({
  page,
  served,
}) => {
  const tank = await served.water({ name: 'Quiet tank', stockGroups: ['community-fish'] });
  await served.read(tank, { nitrate: '25 (18–38)', temperature: '24' });
  await served.read(tank, { alkalinity: '5' }, 24 * 40);
  await page.goto(`${served.url}/waters/${tank}/today`);
  const nitrate = page.getByRole('button', {
    name: /^Workings of Nitrate: 25 \(18–38\) mg\/L NO3, Watch, (just now|1 min ago)$/,
  });
  await expect(nitrate).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Workings of KH .*: 5 .*°dKH, Too old, 40 d ago$/ }),
  ).toBeVisible();
  await expect(rows(page).filter({ hasText: 'Total ammonia' })).toContainText(/not read.*Unread/s);
  await tabTo(page, /^Workings of Nitrate/, 'button');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^Workings of KH/ })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(nitrate).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Nitrate');
});

test('a figure lies left of, on and right of its bank, as drawn', async ({ page, served }) => {
  for (const [figure, side] of [
    ['10', 'left'],
    ['45', 'right'],
  ] as const) {
    const tank = await served.water({ name: `Tank ${figure}`, stockGroups: ['community-fish'] });
    await served.read(tank, { nitrate: figure });
    await page.goto(`${served.url}/waters/${tank}/today`);
    const beam = rows(page).filter({ hasText: 'Nitrate' }).locator('svg.beam');
    const capsule = (await beam.locator('.capsule').boundingBox())!;
    const whole = (await beam.boundingBox())!;
    const middle = (capsule.x + capsule.width / 2 - whole.x) / whole.width;
    expect([figure, middle < 0.6 ? 'left' : 'right']).toEqual([figure, side]);
  }
});

/** Forty waters, every fourth of them with something wrong. */
async function forty(served: Served): Promise<string[]> {
  const ids: string[] = [];
  for (let k = 0; k < 40; k++) {
    const id = await served.water({
      name: `${k % 4 === 0 ? 'Clay' : 'Fern'} pool ${k + 1}`,
      stockGroups: ['community-fish'],
    });
    await served.read(id, { alkalinity: k % 4 === 0 ? '1' : '6', nitrate: '10' });
    ids.push(id);
  }
  return ids;
}

test('one of forty waters is found by a part of its name, on the page one is on', async ({
  page,
  served,
}) => {
  test.setTimeout(120_000);
  await page.setViewportSize(wide);
  const ids = await forty(served);
  await page.goto(served.url);
  await expect(page.locator('li.water')).toHaveCount(40);
  // Worst first, each with its figures in words.
  await expect(page.locator('li.water').first()).toContainText('Clay pool');
  await expect(
    page
      .locator('li.water')
      .first()
      .getByRole('img', { name: /^KH \(alkalinity\) 1 .*Act$/ }),
  ).toBeVisible();

  await page.goto(`${served.url}/waters/${ids[0]!}/log`);
  await expect(page.getByRole('button', { name: /Clay pool 1$/ })).toBeVisible();
  await page.keyboard.press('w');
  const field = page.getByRole('textbox', { name: 'Find a water' });
  await expect(field).toBeFocused();
  await expect(page.getByRole('heading', { name: 'Act, 10' })).toBeVisible();
  await field.fill('no such');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No water has this in its name.')).toBeVisible();
  await expect(page).toHaveURL(new RegExp(ids[0]!));
  await field.fill('pool 39');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${served.url}/waters/${ids[38]!}/log`);
  await expect(page.getByRole('button', { name: /Fern pool 39$/ })).toBeVisible();

  // Arrows walk, Escape gives the focus back, and a letter in a field is a letter.
  await page.keyboard.press('w');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('#water-panel a.water').nth(1)).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.locator('#water-panel')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Fern pool 39$/ })).toBeFocused();
  // The chosen water stays on pages that speak of none.
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Kits' }).click();
  await expect(page.getByRole('button', { name: /Fern pool 39$/ })).toBeVisible();
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Trace' }).click();
  await expect(page).toHaveURL(new RegExp(`/waters/${ids[38]!}/trace`));
  await page.getByRole('button', { name: 'Next water, by urgency' }).click();
  await expect(page).not.toHaveURL(new RegExp(ids[38]!));
  await expect(page).toHaveURL(/\/trace/);
});

test('waters stand by urgency, by what is due, or by name', async ({ page, served }) => {
  const calm = await served.water({ name: 'Alder vat', stockGroups: ['community-fish'] });
  await served.read(calm, { alkalinity: '6' });
  const bad = await served.water({ name: 'Zinc vat', stockGroups: ['community-fish'] });
  await served.read(bad, { alkalinity: '1' });
  await page.goto(served.url);
  const names = page.locator('li.water .open');
  await expect(names).toHaveText(['Zinc vat', 'Alder vat']);
  await page.getByRole('button', { name: 'By name' }).click();
  await expect(names).toHaveText(['Alder vat', 'Zinc vat']);
  await page.reload();
  await expect(page.getByRole('button', { name: 'By name' })).toHaveAttribute('aria-pressed', 'true');
  await expect(names).toHaveText(['Alder vat', 'Zinc vat']);
});

test('animals that look wrong are one press away on every page, without a water and without a server', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/kits`);
  await page.waitForLoadState('networkidle');
  await page.waitForFunction(() =>
    performance.getEntriesByType('resource').some(({ name }) => /\/assets\/SignsPage-/.test(name)),
  );
  await served.kill();
  await page.getByRole('link', { name: 'Animals look wrong' }).click();
  await expect(page.getByRole('heading', { name: 'Animals look wrong', level: 1 })).toBeVisible();
  await page.getByRole('checkbox', { name: /Gasping/ }).check();
  await expect(page.getByRole('heading', { name: 'Do this now' })).toBeVisible();
  await expect(page.getByText('vet or another fish-health professional')).toBeVisible();
  await served.start();
  const tank = await served.water({ name: 'Reed tank' });
  for (const place of ['', '/kits', '/worktop/units', `/waters/${tank}/bench`, '/no/such/page', '/backups']) {
    await page.goto(served.url + place);
    await expect(page.getByRole('link', { name: 'Animals look wrong' })).toBeVisible();
  }
  await page.getByRole('link', { name: 'Animals look wrong' }).click();
  await expect(page).toHaveURL(`${served.url}/waters/${tank}/signs`);
});

test('a phone has five places in its bar, and the others behind More', async ({ page, served }) => {
  await page.setViewportSize(phone);
  const tank = await served.water();
  await page.goto(`${served.url}/waters/${tank}/today`);
  const bar = page.getByRole('navigation', { name: 'Pages' });
  await expect(bar.locator('.place:visible')).toHaveCount(5);
  await bar.getByRole('button', { name: 'More' }).click();
  await page.getByRole('dialog').getByRole('link', { name: 'Cycle' }).click();
  await expect(page).toHaveURL(`${served.url}/waters/${tank}/cycle`);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await bar.getByRole('button', { name: 'More' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Settings' }).click();
  await expect(page.getByRole('dialog', { name: 'Settings' })).toContainText('Dark');
});

test('no page scrolls sideways on the narrowest phone, nor at twice the size', async ({ page, demo }) => {
  test.setTimeout(180_000);
  const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
  const id = (name: string) => waters.find((w) => w.name === name)!.id;
  const places = [
    '/',
    '/signs',
    ...['today', 'signs', 'limits', 'share', 'bench', 'trace', 'log', 'cycle', 'edit'].map(
      (page) => `/waters/${id('Nursery cube')}/${page}`,
    ),
    `/waters/${id('Footbridge')}/today`,
    `/waters/${id('Rescue tub')}/today`,
    '/worktop/water-change',
    '/worktop/mixing',
    '/kits',
    '/methods',
    '/cards',
    '/parameters',
    '/rules',
    '/safety',
    '/backups',
    '/waters/new',
  ];
  for (const size of [
    { width: 320, height: 640 },
    { width: 640, height: 400 },
  ]) {
    await page.setViewportSize(size);
    for (const place of places) {
      await page.goto(demo.url + place);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await page.waitForLoadState('networkidle');
      const wider = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect([place, size.width, wider]).toEqual([place, size.width, 0]);
    }
  }
});
