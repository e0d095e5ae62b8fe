import { chromium as findChromium } from './chromium.mjs';
import { builtServer, call, madeFolder, removeFolder, serve } from './served.mjs';
import { randomUUID } from 'node:crypto';

/** As the phone of bench-phone: a processor four times slower. */
const slower = 4;
const waters = 40;
const times = 9;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

const figures = {
  ammonia: ['0.1 (0-0.2)', 'mg/L NH3-N'],
  nitrite: ['0.1 (0-0.2)', 'mg/L NO2'],
  nitrate: ['20 (12-30)', 'mg/L NO3'],
  ph: ['7.2', 'pH'],
  alkalinity: ['5 (4-5)', '°dKH'],
  hardness: ['8 (7-8)', '°dGH'],
  temperature: ['24', '°C'],
  'dissolved-oxygen': ['7.5', 'mg/L O2'],
  chloride: ['40 (30-50)', 'mg/L Cl'],
};

/** Forty tanks, each with nine figures read an hour ago. */
async function keepForty(url) {
  for (let k = 0; k < waters; k++) {
    const id = randomUUID();
    await call(url, 'POST', '/api/waters', {
      id,
      name: `Tank ${k + 1}`,
      kind: 'aquarium',
      netLiters: 100,
      stockGroups: ['community-fish'],
    });
    const readings = Object.entries(figures).map(([parameter, [text, unit]]) => ({
      id: randomUUID(),
      waterId: id,
      parameter,
      takenAt: Date.now() - 3_600_000,
      zone: 'Etc/UTC',
      entered: { how: 'figure', text, unit },
    }));
    await call(url, 'POST', '/api/readings/bulk', { readings });
  }
}

/**
 * Runs in the page: takes all beams away and puts them back.
 * @returns how many there are; ms until they are laid out, and until the next frame is painted; ms that a frame takes in
 *   which one word of the page changes
 */
async function drawn() {
  const after = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  const lines = [...document.querySelectorAll('.cells')];
  const beams = lines.map((line) => [...line.children].map((cell) => cell.cloneNode(true)));
  for (const line of lines) line.replaceChildren();
  await after();
  await after();
  const empty = performance.now();
  document.querySelector('h1').append(' ');
  await after();
  const idle = performance.now() - empty;
  await after();
  const start = performance.now();
  lines.forEach((line, k) => line.append(...beams[k]));
  void document.body.offsetHeight;
  const laid = performance.now() - start;
  await after();
  return { cells: document.querySelectorAll('.cell').length, laid, painted: performance.now() - start, idle };
}

/** How long the beams of forty waters take to be drawn on a phone's processor. */
export async function benchBeams(say) {
  const folder = madeFolder();
  const server = await serve(builtServer, folder);
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: findChromium(), args: ['--no-sandbox'] });
  try {
    await keepForty(server.url);
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.goto(server.url);
    await page.waitForSelector('.cell');
    const wire = await page.context().newCDPSession(page);
    await wire.send('Emulation.setCPUThrottlingRate', { rate: slower });
    const found = [];
    for (let k = 0; k < times; k++) found.push(await page.evaluate(drawn));
    const of = (name) => `${median(found.map((f) => f[name])).toFixed(0)} ms`;
    say(
      `${found[0].cells} beams of ${waters} waters, a processor ${slower} times slower`,
      `laid out in ${of('laid')}, painted with the next frame after ${of('painted')}; a frame with one word takes ${of('idle')}`,
    );
  } finally {
    await browser.close();
    await server.end();
    removeFolder(`${folder}-backups`);
    removeFolder(folder);
  }
}
