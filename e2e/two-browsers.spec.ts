import { atBench, expect, test } from './served';

test('two browsers on one water: the second to save sees what the first left, and chooses', async ({
  browser,
  served,
}) => {
  const water = await served.water();
  const [phone, laptop] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  for (const page of [phone, laptop]) {
    await page.goto(`${served.url}/waters/${water}/edit`);
    await expect(page.getByLabel('Name')).toHaveValue('Reed tank');
  }
  await phone.getByLabel('Name').fill('Named on the phone');
  await phone.getByRole('button', { name: 'Save' }).click();
  await expect(phone.getByRole('heading', { name: 'Named on the phone' })).toBeVisible();
  await laptop.getByLabel('Name').fill('Named on the laptop');
  await laptop.getByRole('button', { name: 'Save' }).click();
  const conflict = laptop.getByRole('alert').filter({ hasText: 'was changed elsewhere' });
  await expect(conflict).toContainText('Named on the phone');
  await expect(conflict).toContainText('Named on the laptop');
  await expect(laptop.getByLabel('Name')).toHaveValue('Named on the laptop');
  expect((await served.call<{ name: string }>('GET', `/api/waters/${water}`)).name).toBe(
    'Named on the phone',
  );
  await laptop.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(laptop.getByRole('heading', { name: 'Named on the laptop' })).toBeVisible();
  // The first browser learns of it by itself.
  await expect(phone.getByRole('heading', { name: 'Named on the laptop' })).toBeVisible({ timeout: 10_000 });
});

test('two browsers on one reading: the second to save is told', async ({ browser, served }) => {
  const water = await served.water();
  await served.khReading(water, 5);
  const pages = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
  for (const page of pages) {
    await page.goto(`${served.url}/waters/${water}/log`);
    await page.getByRole('button', { name: /^Edit KH/ }).click();
  }
  const [first, second] = pages as [(typeof pages)[0], (typeof pages)[0]];
  await first!.getByLabel('Drops to the turn').fill('6');
  await first!.getByRole('button', { name: 'Save' }).click();
  await expect(first!.getByRole('cell', { name: '6 (5–6) °dKH' })).toBeVisible();
  await second!.getByLabel('Drops to the turn').fill('7');
  await second!.getByRole('button', { name: 'Save' }).click();
  await expect(second!.getByRole('alert').filter({ hasText: 'was changed elsewhere' })).toContainText(
    '6 drops',
  );
  await second!.getByRole('button', { name: 'Take what is there' }).click();
  await expect(second!.getByRole('cell', { name: '6 (5–6) °dKH' })).toBeVisible();
});

test('drops counted in one browser show in the other', async ({ browser, served }) => {
  const [one, other] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  const { bench } = await served.countingKh(one);
  await other.goto(bench);
  await atBench(other);
  await one.getByRole('button', { name: /One drop/ }).click();
  await other.getByRole('button', { name: /One drop/ }).click();
  for (const page of [one, other])
    await expect(page.getByRole('status').filter({ hasText: /^2 drops$/ })).toBeVisible({ timeout: 12_000 });
});

test('two browsers on one method and one kit: what differs is laid side by side', async ({
  browser,
  served,
}) => {
  const pages = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
  const [first, second] = pages as [(typeof pages)[0], (typeof pages)[0]];
  const theirWord = (page: typeof first) =>
    page!.getByRole('alert').filter({ hasText: 'was changed elsewhere' });

  // One keeps a copy of a method; both open it.
  await first!.goto(`${served.url}/methods/kh-drops`);
  await first!.getByRole('button', { name: 'Copy it and set it to my leaflet' }).click();
  await first!.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(first!.getByRole('button', { name: 'Save as version 2' })).toBeVisible();
  await second!.goto(first!.url());
  await expect(second!.getByRole('button', { name: 'Save as version 2' })).toBeVisible();
  await first!.getByLabel('One drop is worth').fill('0.5');
  await first!.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(first!.getByRole('button', { name: 'Save as version 3' })).toBeVisible();
  await second!.getByLabel('Short, for the rack').fill('KH mine');
  await second!.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(theirWord(second)).toContainText('0.5 °dKH each');
  await expect(theirWord(second)).toContainText('KH mine');
  await second!.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(second!.getByText(/is saved as version 3/)).toBeVisible();

  await first!.goto(`${served.url}/kits/new`);
  await first!.getByLabel('Name', { exact: true }).fill('Hazel box');
  await first!.getByRole('checkbox', { name: /^GH by drops/ }).check();
  await first!.getByRole('button', { name: 'Save' }).click();
  for (const page of [first!, second!]) {
    await page.goto(`${served.url}/kits`);
    await page.getByRole('link', { name: 'Edit Hazel box' }).click();
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Hazel box');
  }
  await first!.getByLabel('Tests left now').fill('12');
  await first!.getByRole('button', { name: 'Save' }).click();
  await expect(first!.getByRole('row', { name: /GH by drops/ })).toContainText('12');
  await second!.getByLabel('Name', { exact: true }).fill('Hazel box, shed');
  await second!.getByRole('button', { name: 'Save' }).click();
  await expect(theirWord(second)).toContainText('Hazel box, shed');
  // A count that nobody touched here is as it is there, and no difference; a new one is.
  await expect(theirWord(second)).not.toContainText('left now');
  await second!.getByLabel('Tests left now').fill('30');
  await expect(theirWord(second)).toContainText('12 tests');
  await expect(theirWord(second)).toContainText('30 tests');
  await second!.getByRole('button', { name: 'Take what is there' }).click();
  await expect(second!.getByLabel('Tests left now')).toHaveValue('12');
});
