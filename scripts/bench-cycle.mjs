import { bundledCore } from './bundled-core.mjs';

/**
 * The cycle: how often forecasts hold what came true in 200 made-up logs, and how long a fit takes.
 * @param say prints a name and a value
 * @param logs how many made-up logs
 */
export async function benchCycle(say, logs = 200) {
  const core = await bundledCore('cycle', 'practice');
  await recovery(say, core, logs);
  speed(say, core);
}

const quantile = (values, share) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
};
const percent = (x) => `${(100 * x).toFixed(0)} %`;

/**
 * Logs are drawn from what is thought likely, a third each of unseeded, lightly and richly seeded filters, and cut off;
 * each forecast is held against the tail that it did not see. With the first ten days known and with twenty.
 */
async function recovery(say, core, logs) {
  const { fitCycle, forecast, observed, seededRandom, simulatedCycle } = core;
  const plan = {
    target: 2,
    redose: 'when-gone',
    pauseAtPeak: false,
    nextDoses: [],
    warmer: 0,
    keepKh: true,
    change: null,
  };
  const seedings = ['none', 'little', 'plenty'];
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
    for (const [name, t] of tally)
      say(
        `${known} days known, ${name === 'all' ? 'all' : `seeded: ${name}`} (${t.logs} logs): in 80 % bands; ready in 80 %; median error; median width`,
        `${percent(t.inBand / t.bands)}; ${percent(t.inReady / t.logs)}; ${quantile(t.errors, 0.5)} d; ${quantile(t.widths, 0.5)} d`,
      );
  }
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
  const bare = () => {
    const state = cycle.truth.start.slice();
    for (const event of fitted.events)
      if (event.did === 'dose') {
        advance(state, Math.max(0, event.day - (state.at ?? 0)), cycle.truth.kinetics, warmth);
        state.at = event.day;
        state[0] += event.nitrogen;
      }
    advance(state, 40 - (state.at ?? 0), cycle.truth.kinetics, warmth);
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

/** So many of a list, evenly spread, by time. */
const spread = (list, count) =>
  Array.from({ length: count }, (_, k) => list[Math.floor((k * list.length) / count)]);
