import { expect, tabTo, test } from './served';

const answer = 'Answer';

test('a calculation is made without logging, opens its workings, and travels to somebody as a link', async ({
  page,
  context,
  demo,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'], { origin: demo.url });
  await page.goto(demo.url);
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Worktop' }).click();
  await expect(page.getByRole('heading', { name: 'Worktop', level: 1 })).toBeFocused();
  await expect(page.getByRole('region', { name: answer })).toContainText('as soon as this is filled in');

  await page.getByLabel('Total ammonia', { exact: true }).fill('1/2');
  await page.getByLabel('Unit of Total ammonia').selectOption('ppm NH3-N');
  await page.getByLabel('pH (if known)').fill('8,0');
  await page.getByLabel('Temperature (if known)').fill('77');
  await page.getByLabel('Unit of Temperature').selectOption('°F');
  // Emerson and others 1975: 5.366 % of 0.5 mg/L at pH 8 and 25 °C, as NH3.
  const region = page.getByRole('region', { name: answer });
  await expect(region).toContainText('0.033 mg/L NH3');
  await expect(region).toContainText('It reaches EIFAC’s 0.025 mg/L NH3 at pH');
  await expect(page.getByRole('row', { name: /EPA, total ammonia for a month/ })).toBeVisible();

  await page.getByRole('button', { name: 'Workings of Free ammonia' }).click();
  const workings = page.getByRole('dialog', { name: /Workings: Free ammonia/ });
  await expect(workings).toContainText('pKa = 0.09018');
  await expect(workings).toContainText('Emerson, Russo, Lund & Thurston 1975');
  await expect(workings).toContainText('EIFAC 1970, Technical Paper 11');
  await expect(workings).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(workings).toBeHidden();

  await page.getByRole('button', { name: 'Copy the link' }).click();
  await expect(page.getByText('The link is copied.')).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  const other = await context.newPage();
  await other.goto(link);
  await expect(other.getByRole('region', { name: answer })).toContainText('0.033 mg/L NH3');
  await expect(other.getByLabel('Total ammonia', { exact: true })).toHaveValue('1/2');
  await expect(other.getByLabel('Unit of Temperature')).toHaveValue('°F');
  // A reload keeps it, since the address carries it.
  await page.reload();
  await expect(page.getByRole('region', { name: answer })).toContainText('0.033 mg/L NH3');
});

test('the latest readings of a water are taken in, with their age, until changed by hand', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/worktop/co2`);
  await page.getByLabel('From a water for CO2').selectOption({ label: 'Fern Window' });
  await page.getByRole('button', { name: 'Take its latest readings for CO2' }).click();
  await expect(page.getByText(/Taken from Fern Window/)).toBeVisible();
  await expect(page.getByRole('region', { name: answer })).toContainText('mg/L CO2');
  const ph = page.getByLabel('pH', { exact: true });
  await expect(ph).toHaveValue(/^\d.*\(.*–.*\)$/);
  await expect(page.getByText(/^Read .*\.$/)).toHaveCount(4);
  await ph.fill('7.2');
  await expect(page.getByText(/^Read .*\.$/)).toHaveCount(3);
});

test('a water change takes the water and its source each from its own readings', async ({ page, demo }) => {
  await page.goto(`${demo.url}/worktop/water-change?what=nitrate&fraction=30`);
  await page.getByLabel('From a water for The water').selectOption({ label: 'Fern Window' });
  await page.getByRole('button', { name: 'Take its latest readings for The water' }).click();
  await expect(page.getByRole('textbox', { name: 'In it now' })).toHaveValue(/\d/);
  await expect(page.getByRole('textbox', { name: 'Its volume (optional)' })).toHaveValue('180');
  // The second offers a source to begin with.
  await expect(page.getByLabel('From a water for The new water').locator('option:checked')).toHaveText(
    'Mains tap',
  );
  await page.getByRole('button', { name: 'Take its latest readings for The new water' }).click();
  await expect(page.getByRole('textbox', { name: 'In the new water' })).toHaveValue(/\d/);
  await expect(page.getByRole('region', { name: answer })).toContainText('mg/L NO3');
});

test('a vessel is filled by hand: its blank, its words and the answer say the same', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/worktop/water-change?what=nitrate&liters=180&now=60&source=0`);
  const slider = page.getByRole('slider', { name: 'Part changed each time, as a slider' });
  await expect(slider).toHaveAttribute('aria-valuetext', 'not typed yet');
  await expect(page.getByText('May stay empty', { exact: false })).toHaveCount(0);
  await slider.fill('50');
  await expect(page.getByLabel('Part changed each time', { exact: true })).toHaveValue('50');
  await expect(slider).toHaveAttribute('aria-valuetext', '50 %: 90 L new');
  await expect(page.getByText('90 L new')).toBeVisible();
  await expect(page.getByRole('region', { name: answer })).toContainText('30');
  await expect(page).toHaveURL(/fraction=50/);
  await page.getByLabel('Part changed each time', { exact: true }).fill('40-60');
  await expect(slider).toHaveAttribute('aria-valuetext', '50 %: about 90 L new');
  await page.getByLabel('Part changed each time', { exact: true }).fill('150');
  await expect(slider).toHaveAttribute('aria-valuetext', 'not typed yet');
  await expect(page.getByText('Part changed each time: ')).toBeVisible();
  await page.getByLabel('Its volume (optional)').fill('');
  await expect(page.getByText('May stay empty: its volume.')).toBeVisible();
});

test('a water without readings says so and keeps what was typed', async ({ page, served }) => {
  await served.water();
  await page.goto(`${served.url}/worktop/free-ammonia?total=0.3`);
  await page.getByRole('button', { name: /Take its latest/ }).click();
  await expect(page.getByText('Reed tank has no reading that goes here.')).toBeVisible();
  await expect(page.getByLabel('Total ammonia', { exact: true })).toHaveValue('0.3');
});

test('what cannot be is said beside its field, stays as typed, and shows no figure', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/worktop/free-ammonia?total=0.5&ph=15&temperature=900`);
  await expect(page.getByText('pH lies between 0 and 14; 15 cannot be.')).toBeVisible();
  await expect(page.getByText('Temperature lies between −2 and 50 °C; 900 °C cannot be.')).toBeVisible();
  await expect(page.getByRole('region', { name: answer })).toContainText('when what is marked is put right');
  await expect(page.getByLabel('pH (if known)')).toHaveValue('15');
  await page.getByLabel('pH (if known)').fill('7.5-7.2');
  await expect(page.getByText('runs backwards')).toBeVisible();

  await page.goto(
    `${demo.url}/worktop/water-change?now=40~mg/L NO3&source=25~mg/L NO3&fraction=30&target=10~mg/L NO3`,
  );
  await expect(page.getByText('A change cannot bring it below what the source brings in')).toBeVisible();
  await page.goto(`${demo.url}/worktop/free-ammonia?total=0.5~drams&ph=7`);
  await expect(page.getByRole('alert')).toContainText('“drams” is no unit of Total ammonia');
  await page.goto(`${demo.url}/worktop/no-such-thing`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.locator('body')).not.toContainText('NaN');
});

test('going from one calculation to another and back loses nothing, and back goes back', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/worktop/units`);
  await page.getByLabel('What it is a figure of').selectOption({ label: 'Nitrate' });
  await page.getByLabel('Figure', { exact: true }).fill('50');
  await expect(page.getByRole('row', { name: /mg\/L NO3-N = ppm NO3-N/ })).toContainText('11.3');
  const tools = page.getByRole('navigation', { name: 'Calculations' });
  await tools.getByRole('link', { name: 'Mixing' }).click();
  await page.getByRole('button', { name: 'Try made-up figures' }).click();
  await expect(page.getByRole('region', { name: answer })).toContainText('pH');
  await tools.getByRole('link', { name: 'Units' }).click();
  await expect(page.getByLabel('Figure', { exact: true })).toHaveValue('50');
  await page.goBack();
  await expect(page.getByLabel('Volume').first()).toHaveValue('120');
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByLabel('Volume').first()).toHaveValue('');
});

test('a calculation is made with the keyboard alone, on a phone as well', async ({ browser, demo }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(`${demo.url}/worktop/dilution`);
  await tabTo(page, 'My syringe holds', 'textbox');
  await page.keyboard.type('5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('0.2');
  await page.keyboard.press('Tab');
  await page.keyboard.type('5');
  await tabTo(page, 'Dilute', 'combobox');
  await page.keyboard.type('10');
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Add 9 mL of distilled or RO water' }),
  ).toBeVisible();
});

test('typing far down a long form leaves the page where it is, while the address follows', async ({
  browser,
  demo,
}) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(`${demo.url}/worktop/mixing?ph1=7`);
  const last = page.getByLabel('Total ammonia (if known)').last();
  await last.scrollIntoViewIfNeeded();
  await last.fill('0.25');
  const before = await page.evaluate(() => window.scrollY);
  expect(before).toBeGreaterThan(300);
  await expect(page).toHaveURL(/ammonia2=0\.25/);
  expect(await page.evaluate(() => window.scrollY)).toBe(before);
});

test('on a phone the answer stays in sight in one line while the form is filled in, and a press goes to it', async ({
  browser,
  demo,
}) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(`${demo.url}/worktop/mixing`);
  await page.getByRole('button', { name: 'Try made-up figures' }).click();
  const peek = page.getByRole('button', { name: /Go to the answer: pH 7\.\d+ 6\.\d+–7\.\d+/ });
  await page.getByLabel('Nitrate (if known)').first().scrollIntoViewIfNeeded();
  await expect(peek).toBeInViewport();
  await peek.click();
  await expect(page.getByRole('region', { name: answer })).toBeFocused();
  await expect(page.getByRole('region', { name: answer })).toBeInViewport();
  await expect(peek).toBeHidden();
});

test('a reading in the log opens its workings; a limit and a diluted test are kept as what they are', async ({
  page,
  served,
}) => {
  const water = await served.water();
  await served.khReading(water, 5);
  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: /5 \(4–5\) °dKH ?: open the workings/ }).click();
  await expect(page.getByRole('dialog', { name: /Workings: KH/ })).toContainText(
    '(5 − 1) × 1 < value ≤ 5 × 1 °dKH',
  );
  await expect(page.getByRole('dialog')).toBeFocused();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Write in a reading' }).click();
  await page.getByLabel('What was measured').selectOption({ label: 'KH (alkalinity)' });
  await page.getByLabel('Drops to the turn').fill('9');
  await page.getByText('Diluted, or another sample size').click();
  await page.getByLabel('Sample, times the usual').fill('2');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('9 drops, 2 times the sample')).toBeVisible();
  await expect(page.getByRole('button', { name: /4.5 \(4–4.5\) °dKH ?: open the workings/ })).toBeVisible();

  await page.getByRole('button', { name: 'Write in a reading' }).click();
  await page.getByLabel('What was measured').selectOption({ label: 'Nitrite' });
  await page.getByLabel('How', { exact: true }).selectOption({ label: 'Another way, figure only' });
  await page.getByRole('textbox', { name: 'Nitrite' }).fill('<0,1');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(
    page.getByRole('button', { name: /0.05 \(0–0.1\) mg\/L NO2 ?: open the workings/ }),
  ).toBeVisible();
  expect(await served.entered(water)).toContainEqual({
    how: 'figure',
    text: '<0,1',
    unit: 'mg/L NO2',
    readBy: 'card',
  });
});

test('the trace says which way things go, and how that was worked out', async ({ page, demo }) => {
  const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
  const loop = waters.find((w) => w.name === 'Long Bench loop')!.id;
  await page.goto(`${demo.url}/waters/${loop}/trace/nitrate`);
  const trend = page.getByRole('list', { name: 'Trend' });
  await expect(trend.getByRole('listitem').first()).toContainText(
    /(Rising|Falling|Seems to|No clear way).* a week/,
  );
  await trend
    .getByRole('button', { name: /Workings of the trend/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toContainText('Sen 1968');
  await expect(page.getByRole('dialog')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  // Each figure behind the chart opens its own.
  await page.getByText('The same as a table').click();
  await page
    .getByRole('table')
    .getByRole('button', { name: /mg\/L NO3 ?: open the workings/ })
    .first()
    .click();
  await expect(page.getByRole('dialog', { name: /Workings: Nitrate/ })).toContainText('What went in');
});
