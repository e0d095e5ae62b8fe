import type { Page } from '@playwright/test';
import { type Served, expect, test } from './served';

/** The same presses in every run: a small generator of which only its spread matters here. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

const keys = [
  ...['Enter', 'Enter', 'Space', 'Space', 'Tab', 'Tab', 'Escape', 'Backspace', 'ArrowDown', 'ArrowUp'],
  ...['ArrowLeft', 'ArrowRight', 'Home', 'End', 'Delete'],
  ...'0123456789.,-<abcdertE?'.split(''),
];
const presses = 2000;

/** How many readings are on disk, deleted ones too: a monkey may take one back, and lose none. */
async function everKept(served: Served, waters: readonly string[]): Promise<number> {
  let sum = 0;
  for (const id of waters) {
    const { readings } = await served.call<{ readings: unknown[] }>(
      'GET',
      `/api/waters/${id}/readings?limit=1000`,
    );
    sum += readings.length;
  }
  return sum;
}

interface Watched {
  readonly faults: string[];
  /** Readings that were taken back on purpose, by the requests that said so. */
  removed: number;
}

/** Every exception, every answer of 500 and more, and every write to a water that was not on the screen. */
function watched(page: Page, shown: () => readonly string[]): Watched {
  const seen: Watched = { faults: [], removed: 0 };
  page.on('pageerror', (error) => seen.faults.push(`${page.url()}: ${error.stack ?? String(error)}`));
  page.on('response', (answer) => {
    if (answer.status() >= 500) seen.faults.push(`${answer.status()} of ${answer.url()}`);
    if (answer.request().method() === 'DELETE' && /readings/.test(answer.url()) && answer.ok())
      seen.removed += 1;
  });
  page.on('request', (request) => {
    if (request.method() === 'GET') return;
    const named =
      /"waterId":"([^"]+)"/.exec(request.postData() ?? '')?.[1] ??
      /\/waters\/([^/?]+)/.exec(request.url())?.[1];
    if (named !== undefined && !shown().includes(named))
      seen.faults.push(`${request.method()} ${request.url()} wrote to ${named}, not shown at ${page.url()}`);
  });
  return seen;
}

for (const [k, place] of ['today', 'bench', 'trace', 'log', 'cycle', 'home', 'kits', 'worktop'].entries())
  test(`two thousand presses and keys on ${place}: no exception, no reading lost, no write to a water not shown`, async ({
    page,
    demo,
  }) => {
    test.setTimeout(300_000);
    const waters = await demo.call<{ id: string; name: string }[]>('GET', '/api/waters');
    const ids = waters.map((w) => w.id);
    const fern = waters.find((w) => w.name === 'Fern Window')!.id;
    const path =
      place === 'home'
        ? '/'
        : place === 'kits'
          ? '/kits'
          : place === 'worktop'
            ? '/worktop/water-change'
            : `/waters/${fern}/${place}`;
    // What was shown within the last moments counts: a write may follow the press that left its page.
    const trail: string[] = [];
    const note = () => {
      const id = /\/waters\/([^/?]+)/.exec(page.url())?.[1];
      if (id && trail.at(-1) !== id) trail.push(id);
    };
    const seen = watched(page, () => trail.slice(-2));
    const before = await everKept(demo, ids);
    const random = seeded(20_261_202 + k);
    const open = async () => {
      await page.goto(demo.url + path);
      await expect(page.locator('h1').first()).toBeVisible();
      note();
    };
    await open();
    for (let n = 0; n < presses; n++) {
      // Back to the page now and then, wherever the presses led.
      if (n % 100 === 99) await open();
      if (random() < 0.5) await page.keyboard.press(keys[Math.floor(random() * keys.length)]!);
      else {
        const [x, y] = [random() * 1280, random() * 800];
        await page.mouse.click(x, y);
      }
      note();
    }
    await expect(page.locator('h1').first()).toBeVisible();
    expect(seen.faults).toEqual([]);
    expect(await everKept(demo, ids)).toBeGreaterThanOrEqual(before - seen.removed);
  });
