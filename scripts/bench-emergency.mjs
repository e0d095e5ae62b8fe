import { bundledCore } from './bundled-core.mjs';

/**
 * The plan of an emergency beside the lamp of the same water, in one process and one run: blends of two waters, three
 * changes, all corners of the readings.
 * @param say prints a name and a value
 */
export async function benchEmergency(say) {
  const { givenOf, planFor, standingOf, otherWaterId } = await bundledCore('guidelines');
  const given = givenOf({
    water: { netLiters: 200 },
    read: {
      ammonia: '4 (3–5)',
      nitrite: '3 (2–4)',
      ph: '8.0 (7.8–8.2)',
      alkalinity: '8',
      hardness: '8',
      temperature: '25',
    },
    source: { ammonia: '1', ph: '7.8', alkalinity: '8', hardness: '9' },
    others: [{ name: 'RO', read: { ammonia: '0', ph: '6.5', alkalinity: '0.2', hardness: '0' } }],
    deeds: [
      {
        kind: 'water-ready',
        daysAgo: 0.01,
        amount: { by: 'ready', liters: '60', sourceWaterId: otherWaterId(0), nextLiters: '', nextHours: '' },
      },
    ],
  });
  const timed = (act, rounds = 15) => {
    for (let k = 0; k < 3; k++) act();
    const took = Array.from({ length: rounds }, () => {
      const from = process.hrtime.bigint();
      act();
      return Number(process.hrtime.bigint() - from) / 1e6;
    });
    return took.sort((a, b) => a - b)[Math.floor(rounds / 2)];
  };
  const lamp = timed(() => standingOf(given));
  const plan = timed(() => planFor(given));
  say(
    'An emergency plan with a blend ÷ the lamp of the same water (aim: within 50 ms)',
    `${(plan / lamp).toFixed(1)} × (${plan.toFixed(1)} ms here)`,
  );
}
