import { faultsInEveryLook } from './axe-faults';
import { expect, sameLot, type Served, test } from './served';

/** Every page of the application, by a name for the report. */
async function pagesOf(demo: Served): Promise<[string, string][]> {
  const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
  const id = (name: string) => waters.find((w) => w.name === name)!.id;
  const spare = await demo.water({ name: 'Spare tub' });
  await demo.call('DELETE', `/api/waters/${spare}`);
  const loop = id('Long Bench loop');
  return [
    ['shelf', '/'],
    ['new water', '/waters/new'],
    ['edit water', `/waters/${loop}/edit`],
    ['Today', `/waters/${loop}/today`],
    ['findings', `/waters/${id('Rescue tub')}/today`],
    ['signs', `/waters/${loop}/signs`],
    ['limits', `/waters/${loop}/limits`],
    ['help', `/waters/${loop}/share`],
    ['rules', '/rules'],
    ['bench', `/waters/${loop}/bench`],
    ['trace', `/waters/${id('Fern Window')}/trace/nitrate`],
    ['log', `/waters/${id('Nursery cube')}/log`],
    ['cycle', `/waters/${id('Nursery cube')}/cycle`],
    ['the start of a cycle', `/waters/${id('Nursery cube')}/cycle/start`],
    ['no cycle', `/waters/${loop}/cycle`],
    ['worktop, empty', '/worktop/free-ammonia'],
    ['worktop, free ammonia', '/worktop/free-ammonia?total=0.5&ph=7.8&temperature=25'],
    ['worktop, units', '/worktop/units?what=hardness&value=8'],
    [
      'worktop, water change',
      '/worktop/water-change?what=nitrate&now=60~mg/L NO3&source=5~mg/L NO3&fraction=30&made=10~mg/L NO3&changes=8',
    ],
    ['worktop, bad figures', '/worktop/mixing?ph1=15&liters1=abc'],
    ['kits', '/kits'],
    ['a new kit', '/kits/new'],
    ['methods', '/methods'],
    ['a method', '/methods/strip-five-pads'],
    ['cards', '/cards'],
    ['learning a card', '/cards/learn'],
    ['safety', '/safety'],
    ['nowhere', '/no/such/page'],
    ['removed', '/removed'],
    ['backups', '/backups'],
    ['on this device only', '/unsent'],
  ];
}

/** Runs in the page: something that was refused, and something that waits behind it. */
function leaveUnsent(): void {
  const request = (says: string) => ({
    what: 'request',
    request: { method: 'POST', path: '/api/deeds', body: {}, waterId: 'w', says },
  });
  const key = (n: number) => `hedge-lamp.outbox.deed-1.00178000000000${n}-000000.${n}`;
  const entry = {
    key: key(1),
    lane: 'deed-1',
    id: '1',
    at: 1_780_000_000_000,
    thing: request('Water change 30 %'),
  };
  localStorage.setItem(
    'hedge-lamp.aside.1',
    JSON.stringify({ entry, why: 'This time lies in the future.', at: 1 }),
  );
  localStorage.setItem(key(2), JSON.stringify(request('Filter cleaned')));
}

// In two halves, so that each ends well within its time on a slow machine too.
for (const half of [0, 1])
  test(`axe finds nothing serious on any page, in any look (half ${half + 1})`, async ({ page, demo }) => {
    test.setTimeout(300_000);
    for (const [name, path] of (await pagesOf(demo)).filter((_page, k) => k % 2 === half)) {
      if (path === '/unsent') await page.evaluate(leaveUnsent);
      await page.goto(demo.url + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      expect(await faultsInEveryLook(page), name).toEqual([]);
    }
  });

test('axe finds nothing serious on a live bench and in dialogs, in any look', async ({ page, demo }) => {
  test.setTimeout(300_000);
  await sameLot(page);
  const [water] = await demo.call<{ id: string }[]>('GET', '/api/waters');
  const start = Date.now() - 400_000;
  const run = await demo.run(
    water!.id,
    ['ammonia-salicylate-two-bottles', 'kh-drops', 'pen-ph', 'nitrite-one-bottle'],
    start,
  );
  const done = Array.from({ length: 6 }, (_, step) => ({ type: 'step-done', step, did: true }));
  await demo.tell(run.id, run.tests[0]!, start, ...done);
  await demo.tell(run.id, run.tests[1]!, Date.now(), ...done.slice(0, 2));
  await demo.tell(run.id, run.tests[3]!, Date.now(), ...done.slice(0, 5));
  await page.goto(`${demo.url}/waters/${water!.id}/bench`);
  for (const tube of ['Ammonia', 'KH', 'pH', 'Nitrite']) {
    await page
      .getByRole('region', { name: 'Tubes on the bench' })
      .getByRole('link', { name: new RegExp(tube) })
      .click();
    expect(await faultsInEveryLook(page), tube).toEqual([]);
  }
  // The booth with two swatches and the question of a false zero, then a photograph with its boxes.
  await page
    .getByRole('region', { name: 'Tubes on the bench' })
    .getByRole('link', { name: /Ammonia/ })
    .click();
  await page.getByRole('radio', { name: '0 mg/L NH3-N, like this swatch' }).check({ force: true });
  await expect(page.getByRole('region', { name: 'Is it a true zero?' })).toBeVisible();
  expect(await faultsInEveryLook(page), 'booth').toEqual([]);
  await page.getByRole('button', { name: 'By photograph' }).click();
  await page.getByText('Try it with the stand-in camera').click();
  expect(await faultsInEveryLook(page), 'where a picture comes from').toEqual([]);
  await page.getByRole('button', { name: 'Make up a picture' }).click();
  await expect(page.getByAltText('The photograph, with boxes on it')).toBeVisible({ timeout: 30_000 });
  expect(await faultsInEveryLook(page), 'photograph').toEqual([]);
  await page.getByRole('button', { name: /A doubt/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faultsInEveryLook(page), 'doubts').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Settings' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faultsInEveryLook(page), 'settings').toEqual([]);
  await page.keyboard.press('Escape');
  await page.goto(`${demo.url}/waters/${water!.id}/today`);
  await page.getByRole('button', { name: /Workings of Nitrate/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faultsInEveryLook(page), 'workings').toEqual([]);
  await page.goto(`${demo.url}/waters/${water!.id}/log`);
  await page
    .getByRole('button', { name: /^Nitrate \d/ })
    .first()
    .press('e');
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faultsInEveryLook(page), 'reading form').toEqual([]);
});

test('opening a page puts the focus on its heading, and a dialog gives it back', async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole('link', { name: 'Fern Window', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Fern Window', level: 1 })).toBeFocused();
  const opener = page.getByRole('button', { name: /Workings of Nitrate/ });
  await opener.click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(opener).toBeFocused();

  // Workings belong to a figure of their page: whoever goes back leaves them too.
  await opener.click();
  await expect(page.getByRole('dialog')).toBeFocused();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Your waters', level: 1 })).toBeVisible();
  await expect(page.getByRole('dialog')).toBeHidden();
});
