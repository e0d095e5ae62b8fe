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
const rows = (page: Page) => page.getByRole('region', { name: 'What was read' }).locator('article.row');
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

test('a line of the plan shows what it does between the limits, and widens nothing', async ({
  page,
  demo,
}) => {
  for (const size of [wide, phone]) {
    await page.setViewportSize(size);
    await page.goto(demo.url);
    await page.getByRole('link', { name: 'Long Bench loop', exact: true }).click();
    const line = page.getByRole('list', { name: 'Plan for Long Bench loop' }).locator('> li', {
      hasText: 'potassium bicarbonate',
    });
    await line.getByText('What it does').click();
    const kh = line.getByRole('listitem').filter({ hasText: /^KH / });
    await expect(kh.locator('.figure-mono')).toHaveText(/^KH [\d.]+ → [\d.]+ °dKH$/);
    const beam = kh.locator('svg.beam');
    await expect(beam.locator('.was')).toBeAttached();
    // KH rises: the hatched capsule lies right of the hollow one.
    const [was, after] = await Promise.all(
      ['.was', '.capsule'].map(async (one) => (await beam.locator(one).boundingBox())!.x),
    );
    expect(after).toBeGreaterThan(was!);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(size.width);
  }
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
  const row = (name: string) => rows(page).filter({ has: page.getByRole('heading', { name, exact: true }) });
  await expect(row('Nitrate')).toContainText(/25 \(18–38\) mg\/L NO3, Watch, (just now|1 min ago)/);
  await expect(row('KH (alkalinity)')).toContainText(/5 .*°dKH, Too old, 40 d ago/);
  const nitrate = page.getByRole('button', { name: 'Workings of Nitrate' });
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

test('a page that comes late takes neither the menu nor what is typed in it', async ({ page, served }) => {
  const tank = await served.water({ name: 'Moss tank' });
  await served.water({ name: 'Reed tank' });
  await page.goto(served.url);
  await expect(page.locator('li.water')).toHaveCount(2);
  let come = () => {};
  const held = new Promise<void>((done) => (come = done));
  await page.route(/\/assets\/LogPage-/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`${served.url}/waters/${tank}/log`, { waitUntil: 'commit' });
  await expect(page.getByRole('button', { name: /Moss tank$/ })).toBeVisible();
  await page.keyboard.press('w');
  const field = page.getByRole('textbox', { name: 'Find a water' });
  await expect(field).toBeFocused();
  await field.fill('reed');
  // Whoever is quicker than the page stays on it.
  const link = page.locator('#water-panel').getByRole('link', { name: /^Reed tank/ });
  await expect(link).toHaveAttribute('href', /\/log$/);
  come();
  await expect(page.getByRole('heading', { level: 1, name: /^Log/ })).toBeVisible();
  await expect(field).toBeFocused();
  await expect(field).toHaveValue('reed');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Log: Reed tank' })).toBeVisible();
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

test('Today, the log, the trace and a run are printed without the frame, with their water and the date', async ({
  page,
  demo,
}) => {
  const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
  const tub = waters.find((w) => w.name === 'Rescue tub')!.id;
  const run = await demo.run(tub, ['pen-ph']);
  await page.goto(`${demo.url}/waters/${tub}/bench`);
  await page.getByRole('button', { name: 'Set this test aside' }).click();
  await expect(page.getByText('Every tube is done.').or(page.getByText('This run is done'))).toBeVisible();
  for (const [place, shown] of [
    [`/waters/${tub}/today`, 'article.row'],
    [`/waters/${tub}/log`, '.log-sheet'],
    [`/waters/${tub}/trace`, '.strip'],
    [`/runs/${run.id}`, '.summary'],
  ] as const) {
    await page.goto(demo.url + place);
    await expect(page.locator(shown).first()).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    await expect(page.locator(shown).first()).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Rescue tub');
    await expect(page.getByText(/^Hedge Lamp, \d+ \w+ \d{4}/)).toBeVisible();
    await expect(page.getByRole('navigation', { name: 'Pages' })).toBeHidden();
    await expect(page.getByRole('banner')).toBeHidden();
    await expect(
      page
        .getByRole('main')
        .locator('button:visible:not(.opens-workings, .opens, .cell, .open-day, .label, .tick)'),
    ).toHaveCount(0);
    await page.emulateMedia({ media: 'screen' });
  }
});

test('the cursor of a trace reads all strips by keyboard, and the span stays in the address', async ({
  page,
  demo,
}) => {
  const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
  const fern = waters.find((w) => w.name === 'Fern Window')!.id;
  await page.goto(`${demo.url}/waters/${fern}/trace`);
  const day = page.getByRole('slider', { name: 'Day' });
  await expect(day).toHaveAttribute('aria-valuetext', /Nitrate 25 .*; pH 7/);
  await day.focus();
  const now = await day.getAttribute('aria-valuetext');
  await page.keyboard.press('Home');
  await expect(day).not.toHaveAttribute('aria-valuetext', now!);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('End');
  await expect(day).toHaveAttribute('aria-valuetext', now!);
  await page.getByRole('button', { name: 'A week' }).click();
  await expect(page).toHaveURL(/span=1w/);
  await page.reload();
  await expect(page.getByRole('button', { name: 'A week' })).toHaveAttribute('aria-pressed', 'true');
  // No strip is empty: what was not read in the span is named instead.
  for (const strip of await page.locator('.strip-row:has(.strip)').all())
    expect((await strip.locator('.fill').first().getAttribute('d'))!.length).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'A day' }).click();
  await expect(page.getByText(/Earlier there was: total ammonia, .*nitrate/)).toBeVisible();
  await page.getByRole('link', { name: 'Show all' }).click();
  await expect(page).toHaveURL(/span=All/);
  await expect(page.getByRole('img', { name: /^Nitrate: \d+ readings/ })).toBeVisible();
});

test('the log is walked by arrows, E corrects, and a figure opens what was noted with it', async ({
  page,
  served,
}) => {
  const tank = await served.water();
  await served.khReading(tank, 6, Date.now() - 3 * 86_400_000);
  await served.khReading(tank, 5);
  await served.read(tank, { ph: '7.2' });
  await page.goto(`${served.url}/waters/${tank}/log`);
  const cell = (name: RegExp) => page.getByRole('button', { name });
  await expect(page.getByRole('button', { name: /: everything of that day$/ })).toHaveCount(2);
  await cell(/^KH \(alkalinity\) 5 /).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(cell(/^pH 7\.2/)).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(cell(/^KH \(alkalinity\) 6 /)).toBeFocused();
  // Its day was closed: pressed, it opens and the focus goes to the figure with its workings.
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^6 \(5–6\) °dKH ?: open the workings$/ })).toBeFocused();
  await cell(/^KH \(alkalinity\) 6 /).focus();
  await page.keyboard.press('e');
  await expect(page.getByLabel('Drops to the turn')).toHaveValue('6');
});
