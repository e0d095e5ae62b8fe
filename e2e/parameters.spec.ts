import { expect, test } from './served';

test('a keeper adds a parameter, writes a reading in, sets a limit, and sees it on every page', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await page.goto(`${served.url}/parameters`);
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByRole('link', { name: 'Add one of your own' }).click();
  // Enter at once: every field says what it wants, the first one has the focus, and nothing is kept.
  await page.getByLabel('Name').press('Enter');
  await expect(page.getByText('Give it a name.')).toBeVisible();
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.getByLabel('Name').fill('nitrite');
  await page.getByLabel('Unit, with its basis').fill('mg/L B');
  await page.getByLabel('Highest that can be').fill('50');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('There is one of this name already.')).toBeVisible();
  // What was typed outlives a reload.
  await page.getByLabel('Name').fill('Boron');
  await page.reload();
  await expect(page.getByLabel('Highest that can be')).toHaveValue('50');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Boron is saved.')).toBeVisible();
  await expect(page.getByText('0 to 50 mg/L B')).toBeVisible();

  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: /Write in a reading/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What was measured').selectOption({ label: 'Boron' });
  await dialog.getByLabel('Boron', { exact: true }).fill('3');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('3 (2.5–3.5) mg/L B').first()).toBeVisible();

  await page.goto(`${served.url}/waters/${water}/limits`);
  await page.getByRole('button', { name: 'Add a limit', exact: true }).click();
  await page.getByLabel('What', { exact: true }).selectOption({ label: 'Boron' });
  await page.getByLabel('Act above').fill('2');
  await page.getByRole('button', { name: /^Save/ }).click();
  await page.goto(`${served.url}/waters/${water}/today`);
  await expect(page.getByText(/Boron is 3/).first()).toBeVisible();
  await page.goto(`${served.url}/waters/${water}/trace`);
  await page.getByRole('button', { name: /^Boron/ }).click();
  await expect(page.getByText(/Boron: 1 reading; the newest/)).toBeVisible();
});

test('oxygen in percent asks for what it hangs on, and says so in the Log', async ({ page, served }) => {
  const water = await served.water();
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: /Write in a reading/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What was measured').selectOption({ label: 'Dissolved oxygen' });
  await dialog.getByLabel('How').selectOption({ label: 'Another way, figure only' });
  await dialog.getByLabel('Unit').selectOption('% of saturation');
  await dialog.getByLabel('Dissolved oxygen', { exact: true }).fill('30');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByLabel('Temperature of the water, °C')).toBeFocused();
  await dialog.getByLabel('Temperature of the water, °C').fill('25');
  await dialog.getByLabel('Height above the sea, m').fill('300');
  await dialog.getByLabel(/^Salt in the water/).fill('0');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(
    page.getByText('30 % of saturation, 25 °C, 300 m above the sea, 0 g/kg of salt'),
  ).toBeVisible();
  // 30 % of 8 mg/L: fish suffocate.
  await page.goto(`${served.url}/waters/${water}/today`);
  await expect(page.getByText(/Dissolved oxygen is 2\.39/).first()).toBeVisible();
});
