import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { bundledCore } from './bundled-core.mjs';
import { chromium as findChromium } from './chromium.mjs';

const runs = 5;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/**
 * A 12-megapixel photograph opened and read in the worker of the built application, in the real browser: its time
 * against decoding the same picture alone, and the longest gap between two frames of the page meanwhile.
 * @param url of a running server
 */
export async function benchPhoto(say, url) {
  const executablePath = findChromium();
  if (!executablePath) return;
  const core = await bundledCore('color', 'quantity');
  const random = core.seededRandom(12);
  const { photo } = core.simulatedPhoto({
    card: core.cardOf('azo-nitrate'),
    amount: 18,
    light: core.daylight(5500),
    camera: core.anyCamera(random),
    width: 4000,
    height: 3000,
    gradient: 0.05,
    glare: 0.2,
    withCard: true,
    withGray: true,
    random,
  });
  const buffer = Buffer.from(jpeg.encode(photo, 90).data);
  // As a file, as a keeper chooses it: handed over as bytes it would keep the page busy itself.
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-bench-photo-'));
  const file = join(folder, 'twelve.jpg');
  writeFileSync(file, buffer);
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/cards/learn`);
  await page.getByLabel('Values of the swatches').fill('0, 5, 12, 25, 50, 100');
  /** Gaps between frames while something goes on, ms. */
  const watchFrames = () =>
    page.evaluate(() => {
      const frames = (window.frames_ = { gaps: [], on: true });
      let last = performance.now();
      const next = (now) => {
        frames.gaps.push(now - last);
        last = now;
        if (frames.on) requestAnimationFrame(next);
      };
      requestAnimationFrame(next);
    });
  const framesSeen = () =>
    page.evaluate(() => {
      window.frames_.on = false;
      return window.frames_.gaps;
    });
  const at99 = (gaps) => [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length * 0.99)] ?? 0;

  await watchFrames();
  await page.waitForTimeout(1500);
  const idle = await framesSeen();
  const ratios = [];
  const gaps = [];
  for (let k = 0; k < runs; k++) {
    await watchFrames();
    await page.getByLabel('Picture of tube and card').setInputFiles(file);
    await page.getByAltText(/The photograph of the leaflet/).waitFor({ timeout: 60_000 });
    gaps.push(...(await framesSeen()));
    const took = await page.evaluate(() =>
      performance
        .getEntriesByName('hedge-lamp photo')
        .map((entry) => entry.detail)
        .at(-1),
    );
    ratios.push((took.decoding + took.rest) / took.decoding);
    await page.getByRole('button', { name: 'Another picture' }).click();
  }
  await browser.close();
  rmSync(folder, { recursive: true });
  say('12-megapixel photograph opened in the worker ÷ decoding it alone', `${median(ratios).toFixed(2)} ×`);
  say(
    '  longest gap between frames of the page meanwhile ÷ the longest when idle',
    `${(Math.max(...gaps) / Math.max(...idle)).toFixed(2)} ×`,
  );
  say('  99 % of the gaps, ms: meanwhile, idle', `${at99(gaps).toFixed(0)}, ${at99(idle).toFixed(0)}`);
}
