import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { bundledCore } from './bundled-core.mjs';
import { chromium as findChromium } from './chromium.mjs';
import { root } from './ready.mjs';

/**
 * The cycle: how often forecasts hold what came true in 200 made-up logs, how long a fit takes, and how the page goes on
 * meanwhile.
 * @param say prints a name and a value
 * @param url of a running server
 * @param logs how many made-up logs
 */
export async function benchCycle(say, url, logs = 200) {
  const core = await bundledCore('cycle', 'practice');
  speed(say, core);
  await responsive(say, core, url);
  for (const row of recovery(core, logs))
    say(
      `${row.known} days known, ${row.name} (${row.logs} logs): in 80 % bands; ready in 80 %; median error; width`,
      [row.inBands, row.inReady, row.error, row.width].join('; '),
    );
}

const quantile = (values, share) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
};
const seedingWords = { none: 'unseeded', little: 'a little grown filter', plenty: 'plenty of it' };
const percent = (x) => `${(100 * x).toFixed(0)} %`;

/**
 * Logs are drawn from what is thought likely, a third each of unseeded, lightly and richly seeded filters, and cut off;
 * each forecast is held against the tail that it did not see. With the first ten days known and with twenty.
 */
function recovery(core, logs) {
  const { fitCycle, forecast, observed, seededRandom, simulatedCycle } = core;
  const plan = {
    target: 2,
    challenge: 2,
    redose: 'when-gone',
    doseAlkalinity: 0,
    food: 0,
    pauseAtPeak: false,
    nextDoses: [],
    warmer: 0,
    keepKh: true,
    change: null,
  };
  const seedings = Object.keys(seedingWords);
  const rows = [];
  for (const known of [10, 20]) {
    const random = seededRandom(2026 + known);
    const tally = new Map();
    const of = (name) => {
      if (!tally.has(name))
        tally.set(name, { logs: 0, inBand: 0, bands: 0, inReady: 0, errors: [], widths: [] });
      return tally.get(name);
    };
    for (let n = 0; (tally.get('all')?.logs ?? 0) < logs; n++) {
      const seeding = seedings[n % seedings.length];
      const cycle = simulatedCycle(random, 120, seeding);
      // What is ready before the tail begins is no forecast.
      if (cycle.readyDay <= known) continue;
      const seen = forecast(fitCycle(cycle.until(known), { seed: n }), plan);
      const { early, middle, late } = seen.ready;
      for (const name of [seeding, 'all']) {
        const t = of(name);
        t.logs += 1;
        for (const ahead of [3, 7, 14])
          for (const id of ['ammonia', 'nitrite', 'nitrate']) {
            const band = seen.bands[id][ahead * 4];
            const truth = observed(id, cycle.states[known + ahead], cycle.truth);
            t.bands += 1;
            // A thousandth of a mg/L is nothing to any test.
            if (truth >= band.low - 1e-3 && truth <= band.high + 1e-3) t.inBand += 1;
          }
        if (cycle.readyDay >= (early ?? Infinity) && cycle.readyDay <= (late ?? Infinity)) t.inReady += 1;
        t.errors.push(Math.abs((middle ?? known + core.horizon) - cycle.readyDay));
        t.widths.push((late ?? known + core.horizon) - (early ?? known + core.horizon));
      }
    }
    for (const name of [...seedings, 'all']) {
      const t = of(name);
      rows.push({
        known,
        name: name === 'all' ? 'all' : seedingWords[name],
        logs: t.logs,
        inBands: percent(t.inBand / t.bands),
        inReady: percent(t.inReady / t.logs),
        error: `${quantile(t.errors, 0.5)} d`,
        width: `${quantile(t.widths, 0.5)} d`,
      });
    }
  }
  return rows;
}

/** A fit of forty readings over forty days, and one evaluation of its likelihood beside the bare integrator. */
function speed(say, core) {
  const { advance, fitCycle, likelihoodOf, seededRandom, simulatedCycle, warmthAt } = core;
  const cycle = simulatedCycle(seededRandom(7), 41);
  const whole = cycle.until(40);
  const fitted = { ...whole, observations: spread(whole.observations, 40) };
  const times = [];
  let evaluations = 0;
  for (let k = 0; k < 5; k++) {
    const from = performance.now();
    evaluations = fitCycle(fitted, { seed: k }).evaluations;
    times.push(performance.now() - from);
  }
  const median = quantile(times, 0.5);
  say('fit of 40 readings over 40 days, one thread (aim: within 3 s)', `${(median / 1000).toFixed(2)} s`);
  const likelihood = likelihoodOf(fitted);
  const warmth = warmthAt(25);
  const doses = fitted.events.filter((event) => event.did === 'dose');
  const bare = () => {
    const state = cycle.truth.start.slice();
    let at = 0;
    for (const { day, nitrogen } of doses) {
      advance(state, day - at, cycle.truth.kinetics, warmth);
      at = day;
      state[core.slot.ammonia] += nitrogen;
    }
    advance(state, 40 - at, cycle.truth.kinetics, warmth);
  };
  const timed = (act) => {
    for (let k = 0; k < 300; k++) act();
    const from = performance.now();
    for (let k = 0; k < 2000; k++) act();
    return (performance.now() - from) / 2000;
  };
  const [one, integrated] = [timed(() => likelihood(cycle.truth)), timed(bare)];
  say(
    'one likelihood of 40 readings ÷ the bare integrator over the same 40 days',
    `${(one / integrated).toFixed(2)} ×`,
  );
  say('  (evaluations in a fit; microseconds for one here)', `${evaluations}; ${(one * 1000).toFixed(0)}`);
}

/** The longest gap between two frames of the page while its worker fits. */
async function responsive(say, core, url) {
  const executablePath = findChromium();
  if (!executablePath) return;
  const day = 86_400_000;
  const cycle = core.simulatedCycle(core.seededRandom(11), 40).until(30);
  const startedAt = Date.now() - 30 * day;
  const post = async (path, body) => {
    const answer = await fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  };
  const waterId = randomUUID();
  await post('/api/waters', { id: waterId, name: 'Growing in', kind: 'aquarium', netLiters: 100 });
  await post('/api/cycle-starts', {
    id: randomUUID(),
    waterId,
    startedAt,
    zone: 'Etc/UTC',
    way: 'fishless-ammonia',
  });
  const at = (days) => Math.round(startedAt + days * day);
  for (const event of cycle.events)
    if (event.did === 'dose')
      await post('/api/deeds', {
        id: randomUUID(),
        waterId,
        kind: 'ammonia-dose',
        at: at(event.day),
        zone: 'Etc/UTC',
        amount: { by: 'rise', text: event.nitrogen.toFixed(3), unit: 'mg/L NH3-N' },
      });
  const units = { ammonia: 'mg/L NH3-N', nitrite: 'mg/L NO2-N', nitrate: 'mg/L NO3-N', ph: 'pH' };
  for (const { of, day: on, value } of cycle.observations)
    if (units[of])
      await post('/api/readings', {
        id: randomUUID(),
        waterId,
        parameter: of,
        takenAt: at(on),
        zone: 'Etc/UTC',
        entered: {
          how: 'figure',
          text: Number.isFinite(value.high)
            ? `${value.best.toFixed(3)} (${value.low.toFixed(3)}-${value.high.toFixed(3)})`
            : `over ${value.low.toFixed(3)}`,
          unit: units[of],
        },
      });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    window.gaps_ = [];
    let last = performance.now();
    const next = (now) => {
      // Before the page stands, its own loading is what one would see.
      if (document.querySelector('[role=progressbar]')) window.gaps_.push(now - last);
      last = now;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  const from = performance.now();
  await page.goto(`${url}/waters/${waterId}/cycle`);
  await page.getByRole('progressbar', { name: 'Forecast' }).waitFor();
  await page.getByText(/^Most likely ready/).waitFor({ timeout: 120_000 });
  const took = performance.now() - from;
  const gaps = await page.evaluate(() => window.gaps_);
  await browser.close();
  say(
    `page of a cycle with ${cycle.observations.length} readings in 30 days, from address to forecast`,
    `${(took / 1000).toFixed(1)} s`,
  );
  say(
    '  gaps between its frames while the worker fits, ms: median, 99 %, longest',
    `${quantile(gaps, 0.5).toFixed(0)}, ${quantile(gaps, 0.99).toFixed(0)}, ${Math.max(...gaps).toFixed(0)}`,
  );
}

/** So many of a list, evenly spread, by time. */
const spread = (list, count) =>
  Array.from({ length: count }, (_, k) => list[Math.floor((k * list.length) / count)]);

const table = (
  rows,
) => `| filter | logs | truth in the 80 % bands | ready day in its 80 % | median error of the ready day | median width of its 80 % |
| --- | --- | --- | --- | --- | --- |
${rows
  .map(({ name, logs, inBands, inReady, error, width }) => {
    const cells = [name, logs, inBands, inReady, error, width];
    return `| ${(name === 'all' ? cells.map((c) => `**${c}**`) : cells).join(' | ')} |`;
  })
  .join('\n')}`;

const page = (rows) => `# How well a cycle is foreseen

Written by \`node scripts/bench-cycle.mjs --write\`. Two hundred fishless cycles are made up, a third each of unseeded,
lightly and richly seeded filters, drawn from what Hedge Lamp thinks likely of them; a keeper tests ammonia and nitrite every
second day by card, diluting what is past it, and nitrate, KH and pH every sixth, with the unevenness of hand and eye.
The log is cut off, fitted, and the forecast is held against the tail that it did not see: ammonia, nitrite and nitrate 3, 7 and
14 days on, and the day on which 2 mg/L would be gone within a day. Logs that were ready before the cut do not count.

An 80 % band that is honest holds the truth about four times in five. The logs are made by the model that fits them: they
show that the arithmetic is honest about ranges and chance, not that every filter is like the model. What early readings
leave open, above all of an unseeded filter's nitrite film, no fit can know.

## The first ten days known

${table(rows.filter((r) => r.known === 10))}

## The first twenty days known

${table(rows.filter((r) => r.known === 20))}
`;

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const rows = recovery(await bundledCore('cycle', 'practice'), 200);
  console.log(page(rows));
  const file = join(root, 'docs/cycle-accuracy.md');
  if (process.argv.includes('--write'))
    writeFileSync(file, await format(page(rows), { ...(await resolveConfig(file)), filepath: file }));
}
