import { bundledCore } from './bundled-core.mjs';

/**
 * Interval results beside the bare formula in a loop, in one process and one run. The bare formula works on
 * plain numbers, checks nothing and explains nothing.
 * @param say prints a name and a value
 */
export async function benchChemistry(say) {
  const { freeAmmonia, mixWaters, carbonateSystem, estimatedIonicStrength } = await bundledCore(
    'chemistry',
    'readings',
  );

  /** Median of several rounds after one to warm up, in milliseconds; the sum keeps the loop from being left out. */
  let kept = 0;
  const timed = (act, rounds = 7) => {
    kept += act();
    const took = Array.from({ length: rounds }, () => {
      const from = process.hrtime.bigint();
      kept += act();
      return Number(process.hrtime.bigint() - from) / 1e6;
    });
    return took.sort((a, b) => a - b)[Math.floor(rounds / 2)];
  };
  const around = (best, half) => ({ low: best - half, best, high: best + half });
  const point = (x) => ({ low: x, best: x, high: x });

  // A hundred thousand free-ammonia results: three readings in, an interval out.
  const n = 100_000;
  const readings = Array.from({ length: n }, (_, k) => ({
    total: { value: around(0.3 + (k % 97) / 100, 0.1), takenAt: 0 },
    ph: { value: around(6.5 + (k % 23) / 10, 0.1), takenAt: 0 },
    temperature: { value: around(15 + (k % 13), 0.5), takenAt: 0 },
  }));
  const bare = timed(() => {
    let sum = 0;
    for (const { total, ph, temperature } of readings)
      sum +=
        total.value.best /
        (1 + 10 ** (0.09018 + 2729.92 / (temperature.value.best + 273.15) - ph.value.best));
    return sum;
  });
  const intervals = timed(() => {
    let sum = 0;
    for (const { total, ph, temperature } of readings) sum += freeAmmonia(total, ph, temperature).value.high;
    return sum;
  });
  say(
    `${n} interval free-ammonia results ÷ the bare formula in a loop (aim: at most 10)`,
    `${(intervals / bare).toFixed(2)} ×`,
  );

  // Ten thousand mixes of two waters, pH solved; exact readings, then readings with their ranges.
  const m = 10_000;
  const waters = (k, half) => {
    const read = (x, share) => (half ? around(x, share * half) : point(x));
    return [
      {
        liters: point(80),
        temperature: point(25),
        alkalinity: read(1 + (k % 31) / 20, 0.2),
        ph: read(6.6 + (k % 7) / 10, 0.1),
        hardness: point(1),
      },
      {
        liters: point(20 + (k % 19)),
        temperature: point(12),
        alkalinity: read(3, 0.2),
        ph: read(7.9, 0.1),
        hardness: point(2),
      },
    ];
  };
  const exact = Array.from({ length: m }, (_, k) => waters(k, 0));
  const wide = Array.from({ length: m }, (_, k) => waters(k, 1));
  const bareMix = timed(() => {
    let sum = 0;
    for (const parts of exact) {
      let [V, heat, alk, carbon, salts] = [0, 0, 0, 0, 0];
      for (const w of parts) {
        const [v, temperature, alkalinity] = [w.liters.best, w.temperature.best, w.alkalinity.best];
        const ionicStrength = estimatedIonicStrength(alkalinity, w.hardness.best);
        V += v;
        heat += v * temperature;
        alk += v * alkalinity;
        carbon += v * carbonateSystem({ alkalinity, ph: w.ph.best }, { temperature, ionicStrength }).dic;
        salts += v * ionicStrength;
      }
      const conditions = { temperature: heat / V, ionicStrength: salts / V };
      sum += carbonateSystem({ alkalinity: alk / V, dic: carbon / V }, conditions).ph;
    }
    return sum;
  });
  const mix = (all, rounds) =>
    timed(() => {
      let sum = 0;
      for (const parts of all) sum += mixWaters(parts).value.ph.high;
      return sum;
    }, rounds);
  say(
    `${m} solved mixes of two exact waters ÷ one bare solution each`,
    `${(mix(exact) / bareMix).toFixed(2)} ×`,
  );
  say(
    `${m} solved mixes, KH and pH of both as ranges, all ends sought ÷ one bare solution each`,
    `${(mix(wide, 3) / bareMix).toFixed(2)} ×`,
  );
  say('  (microseconds for one bare solution here)', ((bareMix * 1000) / m).toFixed(1));
  if (!Number.isFinite(kept)) throw new Error('The benchmark computed no number.');
}
