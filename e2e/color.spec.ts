import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Locator, type Page, chromium } from '@playwright/test';
import exifr from 'exifr';
import { asPhoneSaves, madePhoto, madeStrip } from './made-photo';
import { type Served, atBench, expect, pressTimes, sameLot, test } from './served';

/** A tube of this method at its card, and the bench open on it. */
async function atCard(page: Page, served: Served, methodId: string, steps: number, more: object = {}) {
  const water = await served.water(more);
  const start = Date.now() - 400_000;
  const run = await served.run(water, [methodId], start);
  const done = Array.from({ length: steps }, (_, step) => ({ type: 'step-done', step, did: true }));
  await served.tell(run.id, run.tests[0]!, start, ...done);
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  return water;
}
const nitrate = ['nitrate-two-bottles', 8] as const;

async function choosePicture(page: Page, name: string, mimeType: string, buffer: Buffer): Promise<void> {
  await page.getByLabel('Picture of tube and card').setInputFiles({ name, mimeType, buffer });
}
/** A place on a picture, in shares of what is shown of it. */
async function within(picture: Locator, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await picture.boundingBox())!;
  return { x: x * box.width, y: y * box.height };
}
const byPhotograph = (page: Page) => page.getByRole('button', { name: 'By photograph' }).click();
/** The range that the photograph tells, as shown. */
async function rangeShown(page: Page): Promise<{ low: number; high: number }> {
  const shown = await page.getByRole('status').locator('.figure strong').textContent({ timeout: 30_000 });
  const found = /\(([\d.]+)[–-]([\d.]+)\)/.exec(shown ?? '');
  expect(found, `a range in “${shown}”`).not.toBeNull();
  return { low: Number(found![1]), high: Number(found![2]) };
}

test('the booth blends between two swatches; low and high handles say how far it may be off', async ({
  page,
  served,
}) => {
  const water = await atCard(page, served, ...nitrate);
  await page.getByRole('radio', { name: 'between 12 and 25 mg/L NO3' }).check({ force: true });
  const best = page.getByRole('slider', { name: /Best guess/ });
  await best.focus();
  await pressTimes(page, 'ArrowRight', 2);
  await expect(best).toHaveAttribute('aria-valuetext', '20 mg/L NO3');
  await page.getByRole('slider', { name: /Not below/ }).focus();
  await pressTimes(page, 'ArrowRight', 4);
  // The handles keep their order: the low one pushed past the best guess takes it along.
  await page.getByRole('slider', { name: /Not above/ }).focus();
  await pressTimes(page, 'ArrowLeft', 2);
  await expect(page.getByText('Nitrate 20 (15–24) mg/L NO3')).toBeVisible();
  await expect(page.getByText(/Above 50 mg\/L NO3 the colors lie close together/)).toBeVisible();

  // Held another way the tube is drawn otherwise, and what that does is said.
  await page.getByLabel('How you hold it').selectOption('From above');
  await expect(page.getByText(/12 mg\/L NO3 would look like 2\d/)).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText(/Kept: Nitrate 20/)).toBeVisible();
  const [kept] = await served.entered(water);
  expect(kept).toMatchObject({ how: 'card', match: { found: 'span', low: 2.25, best: 2.625, high: 2.875 } });
  await page.goto(`${served.url}/waters/${water}/log`);
  await expect(page.getByText(/from 15 to 23 mg\/L NO3/)).toBeVisible();
});

test('a phone’s photograph is turned upright, read, kept without its place, and can be taken away', async ({
  page,
  served,
}) => {
  const water = await atCard(page, served, ...nitrate);
  const photo = asPhoneSaves(await madePhoto({ cardId: 'azo-nitrate', amount: 18 }));
  expect((await exifr.gps(photo)).latitude).toBeGreaterThan(52);
  await byPhotograph(page);
  await choosePicture(page, 'IMG_1.jpg', 'image/jpeg', photo);
  // Upright, as wide as the phone saw it.
  const picture = page.getByAltText('The photograph, with boxes on it');
  await expect(picture).toBeVisible({ timeout: 30_000 });
  expect(await picture.evaluate((i: HTMLImageElement) => i.naturalWidth / i.naturalHeight)).toBeCloseTo(
    4 / 3,
    2,
  );
  // The first guess found all three: nothing had to be dragged.
  const { low, high } = await rangeShown(page);
  expect(low).toBeLessThan(18);
  expect(high).toBeGreaterThan(18);

  // A box moved by keyboard onto the table is refused in a sentence, and moved back it is read again.
  const paper = page.getByRole('group', { name: /^White paper/ });
  await paper.focus();
  await pressTimes(page, 'Shift+ArrowLeft', 36);
  await pressTimes(page, 'Shift+ArrowUp', 24);
  await pressTimes(page, 'ArrowRight', 60);
  await expect(page.getByText(/Not read\./)).toBeVisible();
  await pressTimes(page, 'ArrowLeft', 20);
  await pressTimes(page, 'ArrowDown', 8);
  await expect(page.getByRole('button', { name: 'Take this answer' })).toBeVisible();

  await page.getByRole('button', { name: 'Take this answer' }).click();
  await expect(page.getByRole('button', { name: 'Taken' })).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText(/Kept: Nitrate/)).toBeVisible();
  const [kept] = (await served.entered(water)) as {
    match: { found: string; photoId: string; beside: boolean };
  }[];
  expect(kept!.match).toMatchObject({ found: 'photo', beside: true });
  const bytes = readFileSync(join(served.folder, 'photos', `${kept!.match.photoId}.jpg`));
  expect(await exifr.gps(bytes).catch(() => undefined)).toBeUndefined();
  expect(await exifr.parse(bytes).catch(() => undefined)).toBeUndefined();

  await page.goto(`${served.url}/waters/${water}/log`);
  await page.getByRole('button', { name: /^Photograph/ }).click();
  await expect(page.getByAltText(/The tube as photographed/)).toBeVisible();
  await page.getByRole('button', { name: 'Take the photograph away' }).click();
  await expect(page.getByText('The photograph is taken away. The reading stays.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByAltText(/The tube as photographed/)).toBeVisible();
});

test('what is no picture, or none that can be read, is told in a sentence, and nothing is lost', async ({
  page,
  served,
}) => {
  await atCard(page, served, ...nitrate);
  await page.getByRole('radio', { name: 'between 12 and 25 mg/L NO3' }).check({ force: true });
  await byPhotograph(page);
  const refused = async (name: string, bytes: Buffer, says: RegExp) => {
    await choosePicture(page, name, 'image/jpeg', bytes);
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible({ timeout: 30_000 });
  };
  await refused('notes.jpg', Buffer.from('This is a text file.'), /not a picture that can be opened/);
  await refused('empty.jpg', Buffer.alloc(0), /This file is empty/);
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-e2e-photo-'));
  const large = join(folder, 'large.jpg');
  writeFileSync(large, Buffer.alloc(50_000_000, 7));
  await page.getByLabel('Picture of tube and card').setInputFiles(large);
  await expect(page.getByRole('alert').filter({ hasText: /50 MB; up to 40 MB/ })).toBeVisible();
  rmSync(folder, { recursive: true });

  const jpeg = (await import('jpeg-js')).default;
  const black = jpeg.encode({ width: 640, height: 480, data: Buffer.alloc(4 * 640 * 480) }, 80).data;
  await choosePicture(page, 'black.jpg', 'image/jpeg', Buffer.from(black));
  // Nothing was found: nothing is read, and the page says what to do first.
  await expect(page.getByText('White paper: missing')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('.refusal')).toContainText('tap plain white paper');
  await expect(page.getByRole('button', { name: 'Take this answer' })).toHaveCount(0);

  const plant = await madePhoto({ cardId: 'azo-nitrate', amount: 18, plantLight: true });
  await page.getByRole('button', { name: 'Another picture' }).click();
  await choosePicture(page, 'plant.jpg', 'image/jpeg', plant.bytes);
  await expect(page.getByText(/Not read/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('button', { name: 'Take this answer' })).toHaveCount(0);

  // What was read by eye still stands.
  await expect(page.getByText(/Nitrate 1\d(\.5)? \(12–25\) mg\/L NO3/)).toBeVisible();
});

test('a picture without its tube tells nothing until one tap or a key places it; two tubes are asked about', async ({
  page,
  served,
}) => {
  await atCard(page, served, ...nitrate);
  await byPhotograph(page);
  const take = page.getByRole('button', { name: 'Take this answer' });
  const picture = page.getByAltText('The photograph, with boxes on it');

  // Two tubes: which one is asked, by number.
  const two = await madePhoto({ cardId: 'azo-nitrate', amount: 18, others: [80] });
  await choosePicture(page, 'two.jpg', 'image/jpeg', two.bytes);
  await expect(page.getByText(/2 things look like tubes/)).toBeVisible({ timeout: 30_000 });
  await expect(take).toHaveCount(0);
  await page.getByRole('button', { name: /Read tube 1/ }).click();
  await expect(page.getByText('Tube: placed by you')).toBeVisible();
  const first = await rangeShown(page);
  expect(first.low).toBeLessThan(18);
  expect(first.high).toBeGreaterThan(18);

  // The box put on blank paper by hand: no figure, whatever was read before.
  const tube = page.getByRole('group', { name: /^Tube/ });
  await tube.focus();
  await pressTimes(page, 'Shift+ArrowUp', 34);
  await pressTimes(page, 'ArrowUp', 26);
  await pressTimes(page, 'ArrowRight', 30);
  await expect(page.getByText(/No tube shows in its box/)).toBeVisible();
  await expect(take).toHaveCount(0);
  // One tap on the water places it again, outline and all.
  await picture.click({ position: await within(picture, 0.18, 0.55) });
  await expect(take).toBeVisible();
  const again = await rangeShown(page);
  expect(again.low).toBeLessThan(18);
  expect(again.high).toBeGreaterThan(18);

  // Without its card nothing is read either, until it is drawn or said to be away.
  const bare = await madePhoto({ cardId: 'azo-nitrate', amount: 18, withCard: false });
  await page.getByRole('button', { name: 'Another picture' }).click();
  await choosePicture(page, 'bare.jpg', 'image/jpeg', bare.bytes);
  await expect(page.getByText('Card: missing')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('.refusal')).toContainText('The card was not found');
  await expect(take).toHaveCount(0);
  // By keyboard the box is put on the picture, and counts only once it was moved.
  await page.getByRole('button', { name: /Put a box for Card/ }).click();
  await expect(page.getByText('Card: missing')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('Card: placed by you')).toBeVisible();
  await expect(
    page.getByText(
      /No swatches show in the box of the card|does not begin and end|Two boxes lie over each other/,
    ),
  ).toBeVisible();
  await expect(take).toHaveCount(0);
});

test('two cards are asked about; a tap beside the tube moves nothing', async ({ page, served }) => {
  const water = await atCard(page, served, ...nitrate);
  await byPhotograph(page);
  const two = await madePhoto({ cardId: 'azo-nitrate', amount: 18, twoCards: true });
  await choosePicture(page, 'two.jpg', 'image/jpeg', two.bytes);
  await expect(page.getByText(/2 rows of swatches look like the card/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('button', { name: 'Take this answer' })).toHaveCount(0);
  await page.getByRole('button', { name: /card 2/ }).click();
  await expect(page.getByText('Card: placed by you')).toBeVisible();
  const told = await rangeShown(page);
  expect(told.low).toBeLessThan(18);
  expect(told.high).toBeGreaterThan(18);

  const tube = page.getByRole('group', { name: /^Tube/ });
  const where = await tube.getAttribute('aria-label');
  await page.getByRole('button', { name: /^Tube: found/ }).click();
  const picture = page.getByAltText('The photograph, with boxes on it');
  await picture.click({ position: await within(picture, 0.9, 0.12) });
  await expect(page.getByText('Tube: found')).toBeVisible();
  expect(await tube.getAttribute('aria-label')).toBe(where);
  expect(await rangeShown(page)).toEqual(told);
  // An answer that was not taken is none: that nothing is kept is said.
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing is kept yet.')).toBeVisible();
  expect(await served.entered(water)).toEqual([]);
});

test('a mirrored picture is told as one; an answer is taken at once, whatever the server does', async ({
  page,
  served,
}) => {
  await atCard(page, served, ...nitrate);
  await byPhotograph(page);
  const { bytes } = await madePhoto({ cardId: 'azo-nitrate', amount: 18, mirrored: true });
  await choosePicture(page, 'mirrored.jpg', 'image/jpeg', bytes);
  const told = await rangeShown(page);
  expect(told.low).toBeLessThan(18);
  expect(told.high).toBeGreaterThan(18);
  await expect(page.getByText(/or the picture is mirrored/)).toBeVisible();
  // The server takes the picture and never answers.
  await page.route('**/api/photos/**', () => undefined);
  await page.getByRole('button', { name: 'Take this answer' }).click();
  await expect(page.getByRole('button', { name: 'Taken' })).toBeVisible();
  // A box that is moved makes another answer: that one is not taken.
  await page.getByRole('group', { name: /^Tube/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/Not taken yet/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take this answer' })).toBeEnabled();
});

test('a strip by photograph: five pads in one go, taken one by one into the bench', async ({
  page,
  served,
}) => {
  const { bytes } = await madeStrip();
  await atCard(page, served, 'strip-five-pads', 2);
  await page.getByRole('button', { name: 'Read all pads by photograph' }).click();
  await page
    .getByLabel('Picture of tube and card')
    .setInputFiles({ name: 's.jpg', mimeType: 'image/jpeg', buffer: bytes });
  const reader = page.getByRole('region', { name: 'Read the strip by photograph' });
  await expect(reader.getByRole('button', { name: 'Take all pads' })).toBeVisible({ timeout: 30_000 });
  await expect(reader.getByRole('listitem').filter({ hasText: /mg\/L NO2/ })).toHaveCount(1);
  // Its box on blank paper tells nothing.
  await reader.getByRole('group', { name: /^Strip/ }).focus();
  await pressTimes(page, 'ArrowRight', 8);
  await expect(reader.getByText(/No pads show/)).toBeVisible();
  await expect(reader.getByRole('button', { name: /Take/ })).toHaveCount(0);
  await pressTimes(page, 'ArrowLeft', 8);
  await reader.getByRole('button', { name: 'Take all pads' }).click();
  await expect(reader.getByRole('button', { name: 'Taken' })).toBeDisabled();
  await expect(page.getByText(/Nitrite .*\(/).first()).toBeVisible();
});

test('“has it turned?” by photograph is a hint and counts no drop', async ({ page, served }) => {
  const water = await served.water();
  const run = await served.run(water, ['kh-drops'], Date.now() - 60_000);
  await served.tell(
    run.id,
    run.tests[0]!,
    Date.now() - 50_000,
    ...[0, 1].map((step) => ({ type: 'step-done', step, did: true })),
  );
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  await page.getByRole('button', { name: /Has it turned/ }).click();
  const { bytes } = await madePhoto({ cardId: 'azo-nitrate', amount: 18, withCard: false });
  await page
    .getByLabel('Picture of tube and card')
    .setInputFiles({ name: 't.jpg', mimeType: 'image/jpeg', buffer: bytes });
  const reader = page.getByRole('region', { name: 'Has it turned?' });
  await expect(reader.getByRole('status')).toContainText(/It looks/, { timeout: 30_000 });
  await expect(reader).toContainText('A hint only');
  await expect(page.getByText(/0 drops/).first()).toBeVisible();
});

test('the camera itself: a tube before it is photographed and read', async ({ served }) => {
  const { bytes } = await madePhoto({ cardId: 'azo-nitrate', amount: 40 });
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-e2e-camera-'));
  const film = join(folder, 'tube.mjpeg');
  writeFileSync(film, Buffer.concat(Array.from({ length: 4 }, () => bytes)));
  const browser = await chromium.launch({
    executablePath: process.env.HEDGE_LAMP_CHROMIUM ?? '/usr/bin/chromium',
    args: [
      ...['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
      ...['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
      `--use-file-for-fake-video-capture=${film}`,
    ],
  });
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await atCard(page, served, ...nitrate);
  await byPhotograph(page);
  await page.getByRole('button', { name: 'Take a photograph' }).click();
  const video = page.getByLabel('What the camera shows');
  await expect(video).toBeVisible();
  await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.videoWidth)).toBeGreaterThan(0);
  // A hint before the shot, five times a second; then a burst that is read as one.
  await expect(page.locator('[data-hint=good]')).toBeVisible({ timeout: 15_000 });
  await page.getByRole('button', { name: 'Take the picture' }).click();
  const { low, high } = await rangeShown(page);
  await expect(page.getByText('3 frames are read as one')).toBeVisible();
  expect(low).toBeLessThan(40);
  expect(high).toBeGreaterThan(40);
  await browser.close();
  rmSync(folder, { recursive: true });
});

test('without a camera the page says what to do instead', async ({ page, demo }) => {
  await sameLot(page);
  await atCard(page, demo, ...nitrate);
  await byPhotograph(page);
  await page.getByRole('button', { name: 'Take a photograph' }).click();
  await expect(page.getByRole('alert')).toContainText('choose a picture instead', { ignoreCase: true });
  await expect(page.getByRole('button', { name: 'Choose a picture' })).toBeVisible();
  // On made-up data the stand-in camera is there; it says what it is.
  await page.getByText('Try it with the stand-in camera').click();
  await page.getByRole('button', { name: 'Make up a picture' }).click();
  await expect(page.getByText('Made up by the stand-in camera:')).toBeVisible({ timeout: 30_000 });
  await rangeShown(page);
  await page.getByRole('button', { name: 'Take this answer' }).click();
  await page.getByRole('button', { name: /Workings/ }).click();
  await expect(page.getByRole('dialog')).toContainText('a made-up picture, no measurement');
});

test('the stand-ins, which make their figures up, are not offered for a real water', async ({
  page,
  served,
}) => {
  await page.addInitScript(() => localStorage.setItem('hedge-lamp.pen', 'simulated'));
  await atCard(page, served, ...nitrate);
  await byPhotograph(page);
  await expect(page.getByRole('button', { name: 'Choose a picture' })).toBeVisible();
  await expect(page.getByText('stand-in camera')).toHaveCount(0);
  await page.getByRole('button', { name: 'Settings' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expect(page.getByText('stand-in pen')).toHaveCount(0);
  await page.keyboard.press('Escape');
  const water = await served.water({ name: 'Moss tank' });
  await served.run(water, ['pen-ph']);
  await page.goto(`${served.url}/waters/${water}/bench`);
  await expect(page.getByRole('textbox', { name: 'pH from a pen' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Stand-in pen' })).toHaveCount(0);
});

test('a photograph taken while the server is away goes there when it is back', async ({ page, served }) => {
  const water = await atCard(page, served, ...nitrate);
  const { bytes } = await madePhoto({ cardId: 'azo-nitrate', amount: 18 });
  await byPhotograph(page);
  await choosePicture(page, 'tube.jpg', 'image/jpeg', bytes);
  await rangeShown(page);
  await page.route('**/api/photos/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Take this answer' }).click();
  await expect(page.getByRole('button', { name: 'Taken' })).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText(/Kept: Nitrate/)).toBeVisible();
  const [kept] = (await served.entered(water)) as { match: { photoId: string } }[];
  const status = async () => (await fetch(`${served.url}/api/photos/${kept!.match.photoId}`)).status;
  expect(await status()).toBe(404);
  await page.unroute('**/api/photos/**');
  // Also after the page was closed and opened again.
  await page.reload();
  await expect.poll(status, { timeout: 30_000 }).toBe(200);
});

test('an own card is learned from a photograph, kept in versions, saved as a file, and read on', async ({
  page,
  served,
}) => {
  await page.goto(`${served.url}/cards`);
  await expect(page.getByText('No card of your own yet')).toBeVisible();
  await page.getByRole('link', { name: 'Learn a card' }).click();
  await page.getByLabel('Name of the card').fill('Leaflet of the tin');
  await page.getByLabel('Values of the swatches').fill('0, 10, 10, 40');
  const keep = page.getByRole('button', { name: 'Keep this card' });
  await keep.click();
  await expect(page.getByText(/Swatch 3 \(10\) must be more than swatch 2|Mark the swatches/)).toBeVisible();
  await page.getByLabel('Values of the swatches').fill('0, 5, 12, 25, 50, 100');
  // Opened by its address, it is the same page with what was typed.
  await page.reload();
  await expect(page.getByLabel('Name of the card')).toHaveValue('Leaflet of the tin');
  const leaflet = await madePhoto({ cardId: 'azo-nitrate', amount: 5 });
  await choosePicture(page, 'leaflet.jpg', 'image/jpeg', leaflet.bytes);
  await expect(page.getByRole('img', { name: 'The colors as learned' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('group', { name: /^12:/ })).toBeVisible();
  // Two boxes on one swatch can tell nothing: said, and put right.
  const third = page.getByRole('group', { name: /^12:/ });
  await third.focus();
  const before = await third.getAttribute('aria-label');
  const second = await page.getByRole('group', { name: /^5:/ }).getAttribute('aria-label');
  const left = (label: string | null) => Number(/(\d+) % from the left/.exec(label ?? '')![1]);
  await pressTimes(page, 'ArrowLeft', left(before) - left(second));
  await keep.click();
  await expect(page.getByText(/Swatches 2 and 3 have the same color/)).toBeVisible();
  await third.focus();
  await pressTimes(page, 'ArrowRight', left(before) - left(second));
  await keep.click();
  await expect(page.getByText('Leaflet of the tin is kept, version 1.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Leaflet of the tin', exact: true })).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /Save as a file/ }).click();
  const file = readFileSync(await (await download).path(), 'utf8');
  expect(JSON.parse(file)).toMatchObject({ format: 'hedge-lamp-card', card: { version: 1 } });
  await page.getByLabel('Card file').setInputFiles({
    name: 'other.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"hedge-lamp-method"}'),
  });
  await expect(page.getByRole('alert')).toContainText('other.json was not taken in');

  const water = await atCard(page, served, ...nitrate);
  await page.getByLabel('Card', { exact: true }).selectOption('Yours: Leaflet of the tin');
  await page.getByRole('radio', { name: '25 mg/L NO3, like this swatch' }).check({ force: true });
  await expect(page.getByText('Nitrate 25 (18–38) mg/L NO3')).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText(/Kept: Nitrate 25/)).toBeVisible();
  expect((await served.entered(water))[0]).toMatchObject({
    cardVersion: 1,
    match: { found: 'at', swatch: 3 },
  });

  // Learned anew it is a new version; what was read on the old one stays as it was read.
  await page.goto(`${served.url}/cards`);
  await page.getByRole('link', { name: /Learn it anew/ }).click();
  await expect(page.getByLabel('Values of the swatches')).toHaveValue('0, 5, 12, 25, 50, 100');
  await page.getByLabel('Values of the swatches').fill('0, 5, 12, 26, 50, 100');
  await keep.click();
  await expect(page.getByText('Mark the swatches on the photograph first.')).toBeVisible();
  await choosePicture(page, 'leaflet.jpg', 'image/jpeg', leaflet.bytes);
  await expect(page.getByRole('img', { name: 'The colors as learned' })).toBeVisible({ timeout: 30_000 });
  // Somebody else was first: what differs is laid side by side, and nothing is overwritten unseen.
  const [kept] = await served.call<{ card: { id: string; version: number; light: string } }[]>(
    'GET',
    '/api/cards',
  );
  await served.call('POST', '/api/cards', { ...kept!.card, version: 2, light: 'under the lamp' });
  await keep.click();
  const clash = page.getByRole('alert').filter({ hasText: 'This card was changed elsewhere' });
  await expect(clash.getByRole('row', { name: /^Photographed in/ })).toContainText('under the lamp');
  await expect(clash.getByRole('row', { name: /^Swatches/ })).toContainText('0, 5, 12, 26, 50, 100');
  await clash.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(page.getByText('Leaflet of the tin is kept, version 3.')).toBeVisible();
  await page.goto(`${served.url}/waters/${water}/log`);
  await expect(page.getByText(/like 25 mg\/L NO3/)).toBeVisible();
});

test('a zero for nitrite asks whether it flashed and faded, and leads to a diluted repeat', async ({
  page,
  served,
}) => {
  const water = await atCard(page, served, 'nitrite-one-bottle', 5, { cycling: true });
  await page.getByRole('radio', { name: '0 mg/L NO2, like this swatch' }).check({ force: true });
  const zero = page.getByRole('region', { name: 'Is it a true zero?' });
  await expect(zero).toContainText('The filter is still growing in');
  await zero.getByRole('button', { name: 'No, it never did' }).click();
  await expect(zero.getByRole('button', { name: /Run it diluted/ })).toHaveCount(0);
  await zero.getByRole('button', { name: 'It flashed and faded' }).click();
  await expect(page.getByText(/Nitrite .*0 or more|Nitrite 0 \(0 or more\)|Nitrite over 0/)).toBeVisible();
  await zero.getByRole('button', { name: 'Run it diluted 10 times' }).click();
  await page.getByRole('button', { name: /Step done/ }).click();
  await expect(page.getByText('Dilute first.')).toBeVisible();
  // The flash outlives a reload, and so does what it did to the reading.
  await page.reload();
  await page
    .getByRole('region', { name: 'Tubes on the bench' })
    .getByRole('link', { name: /Nitrite/ })
    .first()
    .click();
  await expect(
    page
      .getByRole('region', { name: 'Is it a true zero?' })
      .getByRole('button', { name: 'It flashed and faded', pressed: true }),
  ).toBeVisible();
  await page.getByRole('button', { name: /Keep this reading/ }).click();
  await expect(page.getByText(/Kept: Nitrite/)).toBeVisible();
  const path = `/api/waters/${water}/readings`;
  const { readings } = await served.call<{ readings: { value: { high: number | null } }[] }>('GET', path);
  expect(readings[0]!.value.high).toBeNull();
});

test('who sees color otherwise is told which swatches look alike, and offered another way', async ({
  page,
  served,
}) => {
  await atCard(page, served, ...nitrate);
  await expect(page.getByText(/By the way you see color/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByRole('radio', { name: /deutan/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.goto(`${served.url}/cards`);
  await expect(page.getByLabel('Seen by somebody')).toHaveValue('deutan');
  await expect(page.getByText(/Alike:/).first()).toBeVisible();
});
