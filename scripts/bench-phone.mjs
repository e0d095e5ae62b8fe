import { chromium as findChromium } from './chromium.mjs';
import { builtServer, call, madeFolder, removeFolder, serve } from './served.mjs';

/** A plain phone on a plain line: 1.6 Mbit/s each way, 150 ms there and back, a processor four times slower. */
const phone = {
  viewport: { width: 390, height: 844 },
  line: { offline: false, latency: 150, downloadThroughput: 200_000, uploadThroughput: 200_000 },
  slower: 4,
};
const times = 3;
/** Nothing larger is painted after such a silence, ms. */
const quietMs = 2500;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Seven pages of the demo, by name. */
async function pagesOf(url) {
  const waters = await call(url, 'GET', '/api/waters');
  const id = (name) => waters.find((water) => water.name === name).id;
  return {
    Waters: '/',
    Today: `/waters/${id('Rescue tub')}/today`,
    Bench: `/waters/${id('Bell Pond')}/bench`,
    Log: `/waters/${id('Nursery cube')}/log`,
    Trace: `/waters/${id('Fern Window')}/trace/nitrate`,
    Cycle: `/waters/${id('Nursery cube')}/cycle`,
    Worktop: '/worktop/free-ammonia?total=0.5&ph=7.8&temperature=25',
  };
}

/** Runs in the page: when the largest thing was painted so far, ms from the start; null where nothing was. */
function watchPaint() {
  window.largestPaint_ = null;
  new PerformanceObserver((list) => {
    window.largestPaint_ = list.getEntries().at(-1).startTime;
  }).observe({ type: 'largest-contentful-paint', buffered: true });
}

/**
 * Opens a page with nothing kept.
 * @returns how many requests were begun before the largest paint, their bytes on the wire with their heads, and that paint, s
 */
async function open(browser, address) {
  const context = await browser.newContext({ viewport: phone.viewport, serviceWorkers: 'block' });
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await wire.send('Network.enable');
  await wire.send('Network.emulateNetworkConditions', phone.line);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: phone.slower });
  const asked = new Map();
  let [first, last] = [null, Date.now()];
  wire.on('Network.requestWillBeSent', ({ requestId, timestamp, request }) => {
    if (!request.url.startsWith('http')) return;
    first ??= timestamp;
    last = Date.now();
    asked.set(requestId, { at: (timestamp - first) * 1000, bytes: 0 });
  });
  wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    last = Date.now();
    if (asked.has(requestId)) asked.get(requestId).bytes = encodedDataLength;
  });
  await page.addInitScript(watchPaint);
  await page.goto(address, { waitUntil: 'commit' });
  await page.getByRole('heading', { level: 1 }).waitFor({ timeout: 60_000 });
  while (Date.now() - last < quietMs) await page.waitForTimeout(100);
  const paint = await page.evaluate(() => window.largestPaint_);
  await context.close();
  const before = [...asked.values()].filter(({ at }) => at <= paint);
  return {
    requests: before.length,
    kilobytes: before.reduce((sum, { bytes }) => sum + bytes, 0) / 1000,
    paint: paint / 1000,
  };
}

/**
 * What a phone asks for before a page stands, how much comes over the wire for it, and how long its largest part takes to
 * show, for seven pages of the demo. The median of three; the time is this machine's.
 */
export async function benchPhone(say) {
  const executablePath = findChromium();
  if (!executablePath) return;
  const { chromium } = await import('@playwright/test');
  const folder = madeFolder();
  const server = await serve(builtServer, folder, { env: { HEDGE_LAMP_DEMO: '1' } });
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
  });
  for (const [name, path] of Object.entries(await pagesOf(server.url))) {
    const seen = [];
    for (let k = 0; k < times; k++) seen.push(await open(browser, server.url + path));
    const of = (what) => median(seen.map((one) => one[what]));
    say(
      `${name} on a phone: requests, kB on the wire, largest paint (aim: 15, 300, 2.5 s)`,
      `${of('requests')}, ${of('kilobytes').toFixed(0)} kB, ${of('paint').toFixed(1)} s`,
    );
  }
  await browser.close();
  await server.end();
  removeFolder(`${folder}-backups`);
  removeFolder(folder);
}
