import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { format, resolveConfig } from 'prettier';
import { bundledCore } from './bundled-core.mjs';
import { chromium as findChromium } from './chromium.mjs';
import { root } from './ready.mjs';

/**
 * The cycle: how often forecasts hold what came true in made-up logs of the second maker, how long a fit takes, and how the page goes on
 * meanwhile.
 * @param say prints a name and a value
 * @param url of a running server
 * @param logs how many filters of each group
 */
export async function benchCycle(say, url, logs = 3) {
  const core = await bundledCore('cycle', 'quantity', 'packages/core/test/cycle/second-filters');
  speed(say, core);
  await responsive(say, core, url);
  for (const t of held(core, 'second', logs, 2000).rows)
    say(
      `${t.group}, ${cutWords[t.cut]} known (second maker, ${t.logs} logs): a day named; in its 80 %; in the 80 % bands`,
      `${t.stands} of ${t.cuts}; ${t.given ? percent(t.inReady / t.given) : '–'}; ${t.bands ? percent(t.inBand / t.bands) : '–'}`,
    );
}

const quantile = (values, share) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
};
const percent = (x) => `${(100 * x).toFixed(0)} %`;

/** How the keeper goes on, as the page has it for a log of this kind. */
const planFor = ({ feeding }) => ({
  target: 2,
  challenge: feeding === 'fish' ? null : 2,
  redose: feeding === 'ammonia' ? 'when-gone' : 'never',
  doseAlkalinity: 0,
  food: feeding === 'food' ? 1 : 0,
  foodEvery: null,
  pauseAtPeak: false,
  nextDoses: [],
  warmer: 0,
  keepKh: true,
  change: feeding === 'fish' ? { freeAmmonia: 0.05, nitrite: 0.25, part: 0.4 } : null,
});

/** Makers of filters: our own model, one that the doubts were set by, and one that nothing of the fit was set by. */
const makers = {
  own: {
    groups: ['unseeded', 'seeded'],
    make: ({ seededRandom, simulatedCycle, slot }, group, seed) => {
      const cycle = simulatedCycle(seededRandom(7000 + seed), 130, group === 'seeded' ? 'little' : 'none');
      return {
        readyDay: cycle.readyDay,
        until: cycle.until,
        days: cycle.states.map((s) => ({
          ammonia: s[slot.ammonia],
          nitrite: s[slot.nitrite],
          nitrate: s[slot.nitrate],
        })),
      };
    },
  },
  patch: {
    groups: ['unseeded', 'seeded', 'food', 'cold', 'soft', 'with animals'],
    make: ({ patchFilter }, group, seed) => patchFilter(group, seed, 130),
  },
  second: {
    groups: ['unseeded', 'seeded', 'food', 'cold', 'soft', 'with animals'],
    make: ({ secondFilter }, group, seed) => secondFilter(group, seed, 130),
  },
};

/** Days on which a nitrite reading first shows a fall that no change explains; null where none does. */
function firstFall({ nitriteHasFallen }, filter) {
  const whole = filter.until(60);
  for (const { of, day } of whole.observations)
    if (of === 'nitrite' && nitriteHasFallen(filter.until(day))) return day;
  return null;
}
const weighed = [7, 14, 21, 28, 42];
const edges = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1.0001];

/**
 * Logs of one maker are cut off, fitted and held against the tail that they did not see: with ten and twenty days known, and
 * at the first fall of nitrite. A log that was ready before the cut counts only for whether a forecast stood.
 * @param logs how many filters of each group
 * @param from the first seed
 */
export function held(core, maker, logs, from = 1, only) {
  const { enoughToForesee, fitCycle, fitsAtAll, forecast, othersReadyBy, tooUncertain } = core;
  const bins = edges.slice(1).map(() => ({ said: 0, came: 0, n: 0 }));
  const rows = [];
  for (const group of makers[maker].groups) {
    if (only && group !== only) continue;
    const tally = new Map();
    for (let seed = from; seed < from + logs; seed++) {
      const filter = makers[maker].make(core, group, seed);
      for (const [cut, known] of [
        ['10', 10],
        ['20', 20],
        ['fall', firstFall(core, filter)],
      ]) {
        if (known === null || known < 2) continue;
        const t = tally.get(cut) ?? {
          cut,
          group,
          logs: 0,
          cuts: 0,
          stands: 0,
          given: 0,
          inReady: 0,
          bands: 0,
          inBand: 0,
          widths: [],
          scores: { ours: [], 'six weeks': [], 'peak and ten days': [], others: [] },
          sure: 0,
          sureWrong: 0,
        };
        tally.set(cut, t);
        const past = filter.readyDay <= known;
        if (past && cut !== 'fall') continue;
        t.cuts += 1;
        if (!past) t.logs += 1;
        const log = filter.until(known);
        if (enoughToForesee(log, false)) continue;
        const fit = fitCycle(log, { seed });
        if (fitsAtAll(fit)) continue;
        const seen = forecast(fit, planFor(log));
        if (!past)
          for (const ahead of [3, 7, 14])
            for (const id of ['ammonia', 'nitrite', 'nitrate']) {
              const band = seen.bands[id][ahead * 4];
              const truth = filter.days[known + ahead][id];
              t.bands += 1;
              // A fiftieth of a mg/L is nothing to any test.
              if (truth >= band.low - 0.02 && truth <= band.high + 0.02) t.inBand += 1;
            }
        if (tooUncertain(log, seen)) continue;
        t.stands += 1;
        if (past) continue;
        t.given += 1;
        const { early, late } = seen.ready;
        if (filter.readyDay >= early && filter.readyDay <= late) t.inReady += 1;
        t.widths.push(late - early);
        const sure = seen.chance.find((c) => c.by > 0.9);
        if (sure) {
          t.sure += 1;
          if (filter.readyDay > sure.day) t.sureWrong += 1;
        }
        const nitrite = log.observations.filter((o) => o.of === 'nitrite');
        const top = Math.max(...nitrite.map((o) => o.value.best));
        const peak = nitrite.find((o) => o.value.best === top)?.day ?? Infinity;
        for (const ahead of weighed) {
          const day = known + ahead;
          const came = filter.readyDay <= day ? 1 : 0;
          const said = seen.chance[ahead].by;
          t.scores.ours.push((said - came) ** 2);
          t.scores['six weeks'].push(((day >= 42 ? 1 : 0) - came) ** 2);
          t.scores['peak and ten days'].push(((day >= peak + 10 ? 1 : 0) - came) ** 2);
          t.scores.others.push((othersReadyBy(log, day) - came) ** 2);
          const bin = bins[edges.findIndex((e, k) => said >= e && said < edges[k + 1])];
          bin.said += said;
          bin.came += came;
          bin.n += 1;
        }
      }
    }
    rows.push(...tally.values());
  }
  return { rows, bins };
}

/** Filters that never start and films that die unseen: what is said of them, and how often it was wrong. */
export function mishaps(core, logs = 20, from = 900) {
  const { enoughToForesee, fitCycle, fitsAtAll, forecast, secondFilter, tooUncertain } = core;
  const groups = ['unseeded', 'food', 'cold', 'soft'];
  const said = (filter, day, seed) => {
    const log = filter.until(day);
    if (enoughToForesee(log, false)) return 'none';
    const fit = fitCycle(log, { seed });
    const doubt = fitsAtAll(fit);
    if (doubt) return doubt.stoppedAfter !== undefined ? 'asked' : 'none';
    const seen = forecast(fit, planFor(log));
    if (tooUncertain(log, seen)) return 'none';
    // The first day by which it is said to be ready; whether a dose would be gone within a day then, or was on any since.
    const wrong = (share) => {
      const day = Math.ceil(seen.chance.find((c) => c.by > share).day);
      for (let k = Math.ceil(log.days); k <= day; k++) if (filter.passes(k)) return '';
      return ', wrong';
    };
    if (seen.chance[0].by > 0.5) return `ready today${wrong(0.5)}`;
    return seen.chance.some((c) => c.by > 0.9) ? `sure${wrong(0.9)}` : 'date';
  };
  const count = (list) =>
    Object.fromEntries([...new Set(list)].sort().map((x) => [x, list.filter((y) => y === x).length]));
  const never = (days) =>
    Array.from({ length: logs }, (_, k) =>
      said(secondFilter(groups[k % groups.length], from + k, 130, 'never starts'), days, k),
    );
  const lost = (after) =>
    Array.from({ length: logs }, (_, k) => {
      const filter = secondFilter(groups[k % groups.length], from + 50 + k, 140, 'film lost');
      return said(filter, filter.lostOn + after, k);
    });
  return {
    never20: count(never(20)),
    never40: count(never(40)),
    lost8: count(lost(8)),
    lost16: count(lost(16)),
  };
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

const mean = (values) => (values.length === 0 ? NaN : values.reduce((x, y) => x + y, 0) / values.length);
const score = (values) => (values.length === 0 ? '–' : mean(values).toFixed(2));
const cutWords = { 10: '10 days', 20: '20 days', fall: 'first fall of nitrite' };

/** The table of one maker. */
export const tableOf = (
  rows,
) => `| filter | known | logs | a day is named | in its 80 % | in the 80 % bands | median width | score: ours | six weeks | peak and ten days | others | over 90 % sure, and wrong |
| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |
${rows
  .map((t) =>
    [
      t.group,
      cutWords[t.cut],
      t.logs,
      `${t.stands} of ${t.cuts}`,
      t.given === 0 ? '–' : `${percent(t.inReady / t.given)} of ${t.given}`,
      t.bands === 0 ? '–' : percent(t.inBand / t.bands),
      t.given === 0 ? '–' : `${quantile(t.widths, 0.5)} d`,
      score(t.scores.ours),
      score(t.scores['six weeks']),
      score(t.scores['peak and ten days']),
      score(t.scores.others),
      `${t.sureWrong} of ${t.sure}`,
    ].join(' | '),
  )
  .map((line) => `| ${line} |`)
  .join('\n')}`;
/** One row for each group: all that was known taken together. */
export const summaryOf = (
  rows,
) => `| filter | in its 80 % | in the 80 % bands | a day stands by the first fall | score: ours | six weeks | peak and ten days | others | over 90 % sure, and wrong |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${[...new Set(rows.map((t) => t.group))]
  .map((group) => {
    const own = rows.filter((t) => t.group === group);
    const sum = (of) => own.reduce((total, t) => total + of(t), 0);
    const all = (rule) => score(own.flatMap((t) => t.scores[rule]));
    const fall = own.find((t) => t.cut === 'fall');
    const [given, bands] = [sum((t) => t.given), sum((t) => t.bands)];
    return [
      group,
      given === 0 ? '–' : `${percent(sum((t) => t.inReady) / given)} of ${given}`,
      bands === 0 ? '–' : percent(sum((t) => t.inBand) / bands),
      fall ? `${percent(fall.stands / fall.cuts)} of ${fall.cuts}` : '–',
      all('ours'),
      all('six weeks'),
      all('peak and ten days'),
      all('others'),
      `${sum((t) => t.sureWrong)} of ${sum((t) => t.sure)}`,
    ].join(' | ');
  })
  .map((line) => `| ${line} |`)
  .join('\n')}`;
export const calibration = (
  bins,
) => `| chance that was said | days weighed | mean of what was said | how often it came true |
| --- | --- | --- | --- |
${bins
  .map(
    ({ said, came, n }, k) =>
      `| ${percent(edges[k])} to ${percent(Math.min(1, edges[k + 1]))} | ${n} | ${n ? percent(said / n) : '–'} | ${n ? percent(came / n) : '–'} |`,
  )
  .join('\n')}`;

const words = (said) =>
  Object.entries({
    'ready today': 'told ready today, and it was or came',
    'ready today, wrong': 'told ready today, and it was not',
    sure: 'over 90 % sure of a day by which it was ready',
    'sure, wrong': 'over 90 % sure of a day by which it was not ready',
    date: 'a day was named, less sure',
    asked: 'asked whether the filter stopped',
    none: 'no day was named',
  })
    .flatMap(([key, name]) => (said[key] ? [`${name}: ${said[key]}`] : []))
    .join('; ');

/** docs/cycle-accuracy.md from what was measured. */
export const page = ({ own, patch, second, odd, logs }) => `# How well a cycle is foreseen

Written by \`node scripts/bench-cycle.mjs --write\` (about twenty minutes on two cores). A log is cut off with ten and with twenty days known, and at the
first fall of nitrite; it is fitted, and the forecast is held against the tail that it did not see: ammonia, nitrite and nitrate
3, 7 and 14 days on, and the day on which 2 mg/L would be gone within a day. With animals that is the day from which ammonia
and nitrite both stay under the lowest step of a card for a week. Logs that were ready before the cut count only for whether a
day was named. Scores are Brier scores of the chance of being ready 7, 14, 21, 28 and 42 days on, where a day was named: the
smaller the better. Beside ours stand plain rules: six weeks from the start; nitrite's peak and ten days; what other filters of
its kind take on average.

Three makers of filters were used. **What counts is the second**: nothing of the fit was set by it. Some of what is said was
chosen after looks at other filters of it: how much longer or shorter the rest may take than the model says, how far apart the
likely days may lie, that cold water gets no day, and how the chance is held down until nitrite falls (by a ceiling, which the
third maker liked better than a share kept back). How much of a say the plain rules have, and that not every keeper keeps KH up,
was set on both, too: forecasts had come too late with animals, and too early where ammonia is dosed. The filters of this page
were not looked at before all of it stood. Keepers who let KH run out again and again are among them: a forecast takes a plan to
be kept about as well as plans are. No simulator is a filter: these figures are upper bounds of what to expect at home.

## The second maker

A film with a thickness that works as deep as its food reaches, cells that drift and settle, cells that turn ammonia into nitrate
alone, sleep, a carbonate system of its own, and keepers who forget, misread, spill, and seldom test KH
(\`packages/core/test/cycle/second-filters.ts\`). ${logs.second} filters of each group; one in twenty never starts, one in twelve loses its film
unseen, and some have their basis mistaken or their kit changed.

${summaryOf(second.rows)}

By what was known:

${tableOf(second.rows)}

Cold filters named here are those of keepers who read no temperature: where under 21 °C was read no day is named at all.

${calibration(second.bins)}

Twenty filters that never start, by day 20: ${words(odd.never20)}. By day 40: ${words(odd.never40)}.
Twenty whose film was lost and nobody noted it, eight days later: ${words(odd.lost8)}. Sixteen days later: ${words(odd.lost16)}.

## The third maker, by which the doubts were set

A surface of patches that cells land on, ripen and spread from (\`patch-filters.ts\`). ${logs.patch} filters of each group.

${tableOf(patch.rows)}

## Our own model

Logs drawn from what the fit itself thinks likely, ${logs.own} of each group: they show that the arithmetic is honest, not that filters are
like the model.

${tableOf(own.rows)}
`;

/** Runs this file once for each list of arguments, as many at a time as there are cores; what each prints, as objects. */
async function each(jobs) {
  const answers = [];
  const next = jobs.entries();
  const worker = async () => {
    for (const [k, args] of next) {
      const { stdout } = await promisify(execFile)(
        process.execPath,
        [fileURLToPath(import.meta.url), ...args.map(String)],
        { maxBuffer: 1e9 },
      );
      answers[k] = JSON.parse(stdout);
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
  return answers;
}

/** What several runs found, as one. */
const together = (found) => ({
  rows: found.flatMap(({ rows }) => rows),
  bins: found[0].bins.map((_, k) =>
    found.reduce(
      (sum, { bins }) => ({
        said: sum.said + bins[k].said,
        came: sum.came + bins[k].came,
        n: sum.n + bins[k].n,
      }),
      { said: 0, came: 0, n: 0 },
    ),
  ),
});

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const [what = 'second', logs = '20', from = '1', only] = process.argv.slice(2);
  if (what === '--write') {
    const sizes = { second: 40, patch: 10, own: 16 };
    const seeds = { second: 10000, patch: 1400, own: 1 };
    const jobs = Object.keys(sizes).flatMap((maker) =>
      makers[maker].groups.map((group) => [maker, sizes[maker], seeds[maker], group]),
    );
    const [odd, ...found] = await each([['mishaps', 20, 10600], ...jobs]);
    const of = (maker) => together(found.filter((_, k) => jobs[k][0] === maker));
    const text = page({ own: of('own'), patch: of('patch'), second: of('second'), odd, logs: sizes });
    const file = join(root, 'docs/cycle-accuracy.md');
    writeFileSync(file, await format(text, { ...(await resolveConfig(file)), filepath: file }));
  } else {
    const core = await bundledCore(
      'cycle',
      'quantity',
      'packages/core/test/cycle/patch-filters',
      'packages/core/test/cycle/second-filters',
    );
    const found =
      what === 'mishaps'
        ? mishaps(core, Number(logs), Number(from))
        : held(core, what, Number(logs), Number(from), only);
    console.log(JSON.stringify(found));
  }
}
