import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium as findChromium } from './chromium.mjs';
import { buildStale, checkNode, installMissing, root } from './ready.mjs';
import { builtServer, call as callAt, madeFolder, removeFolder, serve } from './served.mjs';

/** Makes docs/screenshots from fresh demo data: one picture of each main view, some on a phone. */
checkNode();
installMissing();
buildStale();
const executablePath = findChromium();
if (!executablePath) process.exit(1);

const folder = madeFolder();
const pictures = join(root, 'docs/screenshots');
mkdirSync(pictures, { recursive: true });
const server = await serve(builtServer, folder, { env: { HEDGE_LAMP_DEMO: '1', TZ: 'Etc/UTC' } });
const { url } = server;
const call = (method, path, body) => callAt(url, method, path, body);
const waters = await call('GET', '/api/waters');
const id = (name) => waters.find((w) => w.name === name).id;

const { chromium } = await import('@playwright/test');
const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});
const contextOf = (width, height) =>
  browser.newContext({
    viewport: { width, height },
    locale: 'en-GB',
    timezoneId: 'Etc/UTC',
    reducedMotion: 'reduce',
  });
const wide = await (await contextOf(1280, 800)).newPage();
const phone = await (await contextOf(390, 844)).newPage();

async function shoot(page, name, path, prepare = async () => {}) {
  await page.goto(url + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForTimeout(900);
  await prepare(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: join(pictures, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}
const tube = (name) => (page) =>
  page
    .getByRole('region', { name: 'Tubes on the bench' })
    .getByRole('link', { name: new RegExp(name) })
    .click();

await shoot(wide, 'shelf', '/');
await shoot(wide, 'today', `/waters/${id('Rescue tub')}/today`);
await shoot(wide, 'signs', `/waters/${id('Rescue tub')}/signs`, async (page) => {
  for (const sign of [/Gasping/, /Listless/]) await page.getByRole('checkbox', { name: sign }).check();
});
await shoot(wide, 'limits', `/waters/${id('Fern Window')}/limits`);
await shoot(wide, 'cycle', `/waters/${id('Nursery cube')}/cycle`, (page) =>
  page.getByText(/^Most likely ready/).waitFor({ timeout: 60_000 }),
);
await shoot(wide, 'trace', `/waters/${id('Fern Window')}/trace/nitrate`);
await shoot(wide, 'log', `/waters/${id('Nursery cube')}/log`);
await shoot(wide, 'bench-start', `/waters/${id('Bell Pond')}/bench`, (page) =>
  page.getByRole('button', { name: 'The usual six' }).click(),
);
const tried = async (page) => {
  await page.getByRole('button', { name: 'Try made-up figures' }).click();
  await page.evaluate(() => window.scrollTo(0, 0));
};
await shoot(wide, 'kits', '/kits');
await shoot(wide, 'method-editor', '/methods/nitrate-two-bottles', async (page) => {
  await page.getByRole('button', { name: /Copy it/ }).click();
  await page.getByRole('heading', { name: 'Steps' }).evaluate((heading) => heading.scrollIntoView());
  await page.evaluate(() => window.scrollBy(0, -80));
});
await shoot(wide, 'worktop', '/worktop/free-ammonia', tried);
await shoot(wide, 'cards', '/cards');
await shoot(phone, 'phone-today', `/waters/${id('Rescue tub')}/today`);

// A live run: ammonia ready to be read, nitrite standing, KH being counted.
const start = Date.now();
const methods = ['ammonia-salicylate-two-bottles', 'nitrite-one-bottle', 'kh-drops', 'pen-ph'];
const tests = methods.map((methodId) => ({ id: randomUUID(), methodId }));
const run = {
  id: randomUUID(),
  waterId: id('Bell Pond'),
  startedAt: start - 400_000,
  zone: 'Etc/UTC',
  tests,
};
await call('POST', '/api/runs', run);
const tell = (test, at, ...bodies) =>
  call('POST', `/api/runs/${run.id}/events`, {
    events: bodies.map((body) => ({ id: randomUUID(), testId: tests[test].id, at, ...body })),
  });
const done = (steps) => Array.from({ length: steps }, (_, step) => ({ type: 'step-done', step, did: true }));
await tell(0, start - 400_000, ...done(6));
await tell(1, start - 100_000, ...done(5));
await tell(2, start, ...done(2), ...Array.from({ length: 4 }, () => ({ type: 'drop', step: 2 })));

const bench = `/waters/${run.waterId}/bench`;
await shoot(wide, 'bench-drops', bench, tube('KH'));
const card = async (page) => {
  await tube('Ammonia')(page);
  await page.getByRole('radio', { name: /between 0.2 and 0.4/ }).check({ force: true });
  await page
    .getByRole('button', { name: 'By eye' })
    .evaluate((button) => window.scrollTo(0, button.getBoundingClientRect().top + window.scrollY - 130));
};
await shoot(wide, 'bench-card', bench, card);
// The stand-in camera draws lots; here the same ones every time.
await wide.addInitScript(() => (Math.random = () => 0.42));
await shoot(wide, 'bench-photo', bench, async (page) => {
  await tube('Ammonia')(page);
  await page.getByRole('button', { name: 'By photograph' }).click();
  await page.getByText('Try it with the stand-in camera').click();
  await page.getByRole('button', { name: 'Make up a picture' }).click();
  await page.getByRole('button', { name: 'Take this answer' }).waitFor({ timeout: 30_000 });
  await page
    .getByRole('button', { name: 'By photograph' })
    .evaluate((button) => window.scrollTo(0, button.getBoundingClientRect().top + window.scrollY - 70));
});
await shoot(phone, 'phone-bench-drops', bench, tube('KH'));

// An emergency: a tank of hard, basic water whose filter was washed, and a soft tap that helps; two lines are ticked.
const figures = async (waterId, list) => {
  for (const [parameter, text, unit] of list)
    await call('POST', '/api/readings', {
      id: randomUUID(),
      waterId,
      parameter,
      takenAt: Date.now() - 60_000,
      zone: 'Etc/UTC',
      entered: { how: 'figure', text, unit },
    });
};
const [softTap, crate] = [randomUUID(), randomUUID()];
await call('POST', '/api/waters', { id: softTap, name: 'Spring', kind: 'source' });
await figures(softTap, [
  ['ammonia', '0', 'mg/L NH3-N'],
  ['ph', '7.0', 'pH'],
  ['alkalinity', '3', '°dKH'],
  ['hardness', '5', '°dGH'],
]);
await call('POST', '/api/waters', {
  id: crate,
  name: 'Stone tank',
  kind: 'aquarium',
  netLiters: 300,
  stockGroups: ['rift-lake-fish'],
  sourceWaterId: softTap,
});
await figures(crate, [
  ['ammonia', '1.5 (1–2)', 'mg/L NH3-N'],
  ['nitrite', '0 (0–0.1)', 'mg/L NO2'],
  ['ph', '8.6 (8.5–8.7)', 'pH'],
  ['alkalinity', '14', '°dKH'],
  ['hardness', '16', '°dGH'],
  ['temperature', '26', '°C'],
]);
await shoot(wide, 'plan', `/waters/${crate}/today`, async (page) => {
  for (const says of [/^Done: Air more/, /^Done: Feed nothing/, /^Done: Change half/])
    await page.getByRole('button', { name: says }).first().click();
  await page.getByRole('list', { name: 'Done within a day' }).getByText('Change half').waitFor();
  await page.waitForTimeout(6000);
});

// Last: it changes what is here.
await shoot(wide, 'backups', '/backups', async (page) => {
  await page.getByRole('button', { name: 'Back up now' }).click();
  await page.getByText(/Backup made and read back/).waitFor();
  // Something that is here and not in the backup.
  await call('DELETE', `/api/waters/${id('Rain butt')}`);
  await call('POST', '/api/waters', { id: randomUUID(), name: 'Lily basin', kind: 'pond', netLiters: 700 });
  await page.getByRole('button', { name: /^Look inside/ }).click();
  await page.getByRole('button', { name: 'Restore this backup' }).waitFor();
});

await browser.close();
await server.end();
removeFolder(`${folder}-backups`);
removeFolder(folder);
