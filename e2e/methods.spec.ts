import { chooseTests, expect, test } from './served';

test('a keeper copies a method, is told what makes no sense, mends it, and runs it', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/methods/kh-drops`);
  await page.getByRole('button', { name: 'Copy it and set it to my leaflet' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KH, my leaflet');
  await page.getByLabel('One drop is worth').fill('0.5');
  // The preview is the bench itself, and shows the change at once.
  const preview = page.getByRole('region', { name: 'How it runs' });
  // It goes to the step that is opened for editing.
  await page.getByRole('button', { name: /^2 Fill to 5 mL/ }).click();
  await expect(preview.getByRole('heading', { name: 'Fill to 5 mL' })).toBeVisible();
  await page.getByLabel('Milliliters').fill('10');
  await expect(preview.getByRole('heading', { name: 'Fill to 10 mL' })).toBeVisible();
  await preview.getByRole('button', { name: /Step done/ }).click();
  await preview.getByRole('button', { name: /One drop/ }).click();
  await preview.getByRole('button', { name: /It turned yellow/ }).click();
  await expect(preview.getByText('KH (alkalinity) 0.5 (0–0.5) °dKH')).toBeVisible();

  await page.getByRole('button', { name: 'Take KH bottle out' }).click();
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Step 3 takes from bottle “kh”, which is not among the bottles',
  );
  // Nothing typed is lost by a reload.
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('KH, my leaflet');
  await page.getByRole('button', { name: 'Add a bottle' }).click();
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(page.getByRole('alert')).toContainText('Step 3');
  // What was mended is not called wrong any longer, before it is saved again.
  await page.getByLabel('Short name').fill('kh');
  await expect(page.getByText('Not saved: this does not make sense yet.')).toHaveCount(0);
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(page.getByText('KH, my leaflet is saved as version 1.')).toBeVisible();

  await page.goto(`${served.url}/waters/${water}/bench`);
  await expect(page.getByRole('checkbox', { name: 'KH, my leaflet' })).toBeVisible();
});

test('a method goes out as a file and comes in again; nonsense is refused quickly and by name', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/methods/gh-drops`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as a file' }).click();
  const file = await (await download).path();
  await page.goto(`${served.url}/methods`);
  const input = page.getByLabel('Method file');
  const choose = (name: string, text: string) =>
    input.setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('nonsense.json', 'x'.repeat(1_000_000));
  await expect(page.getByRole('alert')).toContainText('nonsense.json has 1000 kB; a method has a few.');
  await choose('letter.json', 'Dear diary');
  await expect(page.getByRole('alert')).toContainText('not JSON');
  await input.setInputFiles(file);
  await expect(page.getByText('GH by drops is taken in.')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('GH by drops');
});

test('a kit is put in, used, counted down, and an old bottle marks what it reads', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/kits`);
  await page.getByRole('link', { name: 'Add your first kit' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Hazel box');
  await page.getByRole('checkbox', { name: /^KH by drops/ }).check();
  await page.getByLabel('Tests in a full box').fill('50');
  await page.getByLabel('Tests left now').fill('9');
  await page.getByLabel('Price of the box').fill('ten');
  await page.getByLabel('Good until').fill('2020-01-01');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Type the price as a number, such as 24.50.')).toBeVisible();
  await page.getByLabel('Price of the box').fill('10');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /KH by drops/ })).toContainText('0.20');
  await expect(page.getByText(/out of date since/)).toBeVisible();

  await page.goto(`${served.url}/waters/${water}/bench`);
  await chooseTests(page, 'KH by drops');
  await expect(page.getByText('The bottle is out of date.')).toBeVisible();
  await page.getByRole('button', { name: 'Start the test' }).click();
  await page.getByRole('button', { name: /Step done/ }).click();
  await page.getByRole('button', { name: /Step done/ }).click();
  await page.getByRole('button', { name: /One drop/ }).click();
  await page.getByRole('button', { name: /It turned yellow/ }).click();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByRole('heading', { name: 'This run is done' })).toBeVisible();
  // A doubt that decides: the bench offers to run it again.
  await expect(page.getByRole('button', { name: 'Run KH again' })).toBeVisible();
  await page.goto(`${served.url}/kits`);
  await expect(page.getByRole('row', { name: /KH by drops/ })).toContainText('8');
});
