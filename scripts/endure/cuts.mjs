import { randomUUID } from 'node:crypto';
import { chromium as findChromium } from '../chromium.mjs';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';

const zone = 'Etc/UTC';

/** A run of eight tubes in the real page; before every act the line is cut, or answers wrongly, in another way. */
export async function cutLines(main) {
  const executablePath = findChromium();
  if (!executablePath) return { counts: {}, note: 'no browser here' };
  const { chromium } = await import('@playwright/test');
  const counts = { acts: 0, cuts: 0, lost: 0, doubled: 0 };
  const folder = madeFolder();
  const server = await serve(main, folder);
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
  });
  try {
    const waterId = randomUUID();
    await ask(server.url, 'POST', '/api/waters', {
      id: waterId,
      name: 'Reed tank',
      kind: 'aquarium',
      netLiters: 100,
    });
    const tests = Array.from({ length: 8 }, () => ({ id: randomUUID(), methodId: 'kh-drops' }));
    await ask(server.url, 'POST', '/api/runs', {
      id: randomUUID(),
      waterId,
      startedAt: Date.now(),
      zone,
      tests,
    });
    const page = await browser.newPage({ serviceWorkers: 'block' });
    const faults = [
      (route) => route.abort(),
      (route) =>
        route.fulfill({ status: 500, contentType: 'application/problem+json', body: '{"detail":"Failed."}' }),
      (route) => route.fulfill({ status: 403, contentType: 'text/html', body: '<h1>403</h1>' }),
      (route) => route.fulfill({ status: 413, contentType: 'text/html', body: '<h1>413</h1>' }),
      (route) =>
        route.fulfill({
          status: 404,
          contentType: 'application/problem+json',
          body: '{"detail":"Not here."}',
        }),
      (route) => route.fulfill({ status: 200, contentType: 'text/html', body: 'Sign in' }),
      // The server has it, and its answer is lost.
      async (route) => {
        await route.fetch();
        await route.abort();
      },
    ];
    let act = 0;
    let isCut = false;
    await page.route('**/api/runs/*/events', (route) => {
      if (!isCut) return route.continue();
      counts.cuts += 1;
      return faults[act % faults.length](route);
    });
    await page.goto(`${server.url}/waters/${waterId}/bench`);
    await page.getByText(/^Step \d+ of \d+$/).waitFor();
    await page.locator('h1').focus();
    const press = async (key) => {
      act += 1;
      counts.acts += 1;
      isCut = act % 3 !== 0;
      await page.keyboard.press(key);
      await page.waitForTimeout(120);
    };
    for (let tube = 0; tube < 8; tube++) {
      // Two steps that say what to do, one of them asked about once more; then drops, the turn, and kept.
      for (let k = 0; k < 30; k++) {
        const counter = page.getByRole('button', { name: /^One drop/ });
        if (await counter.isVisible()) break;
        await press('Enter');
      }
      for (let k = 0; k < 5; k++) await press('Space');
      await press('Enter');
      await press('Enter');
      await page.waitForTimeout(800);
    }
    isCut = false;
    await page.getByRole('heading', { name: 'This run is done' }).waitFor({ timeout: 90_000 });
    const { readings } = (await ask(server.url, 'GET', `/api/waters/${waterId}/readings`)).body;
    const drops = readings.map((r) => r.entered.drops);
    counts.lost = 8 - readings.length + drops.filter((d) => d < 5).length;
    counts.doubled = drops.filter((d) => d > 5).length;
    return { counts };
  } finally {
    await browser.close();
    await server.kill();
    removeFolder(folder);
  }
}
