import { CycleStartDraftSchema, changeWater, slot } from '@hedge-lamp/core/cycle';
import { type FilterDay, type MadeUpCycle, growingFilter, noon } from './growing-filter';

/** The cube was started so many days ago. */
const nurseryDays = 39;
/** Days after the start on which somebody diluted the nitrite test, and changed water for it. */
const rescued = 29;
/** Past this its nitrite color bleaches to that of zero, mg/L as N. */
const bleaches = 11;

/**
 * A fishless cycle: doses of 4 mg/L pile up nitrite and eat the KH, the color of nitrite bleaches to zero, the filter
 * stalls; a diluted test, a change and bicarbonate get it going again. All invented.
 */
export const nurseryCube: MadeUpCycle = (water, now, zone, random) => {
  const filter = growingFilter({
    liters: water.netLiters!,
    celsius: 25.5,
    kinetics: {
      ammoniaGrowth: 0.62,
      nitriteGrowth: 0.45,
      ammoniaHalf: 0.55,
      nitriteHalf: 0.5,
      phAtOne: 7.35,
    },
    films: [0.02, 0.006],
    kh: 4.6,
  });
  const days: FilterDay[] = [];
  filter.dose(nurseryDays, 4);
  for (let n = 1; n < nurseryDays; n++) {
    const daysAgo = nurseryDays - n;
    filter.nextDay();
    if (n % 2 !== 0 && n !== rescued && daysAgo !== 1) continue;
    const { ammonia, nitrite, nitrate, kh, ph } = filter.truth();
    days.push({
      daysAgo,
      ammonia,
      nitrite: filter.state[slot.nitrite]! > bleaches ? 0 : nitrite,
      ...(n >= rescued ? { diluted: nitrite } : {}),
      ...(n % 6 === 0 ? { nitrate } : {}),
      ...(n % 4 === 0 && (n < 8 || n > 26) ? { kh } : {}),
      ph: ph + random.spread(0.05),
    });
    if (n === rescued) {
      changeWater(filter.state, 0.6, { ammonia: 0.3, nitrite: 0, nitrate: 1.4, alkalinity: 1.85 }, 0.1);
      filter.deeds.push({
        daysAgo,
        kind: 'water-change',
        detail: 'tap, after the diluted nitrite test',
        amount: { by: 'part', percent: '60' },
      });
      filter.buffer(daysAgo, 3, 'KH had run out');
    } else if (ammonia < 0.3) filter.dose(daysAgo, n < rescued ? 4 : 2);
    if (n > rescued && kh < 2.6) filter.buffer(daysAgo, 3, 'before it runs out again');
  }
  const start = CycleStartDraftSchema.parse({
    id: random.id(),
    waterId: water.id,
    startedAt: noon(now, nurseryDays),
    zone,
    way: 'fishless-ammonia',
    media: 'little',
    target: 2,
    note: 'A sponge squeezed out over the filter. Doses of 4 mg/L at first; 2 since the rescue.',
  });
  return { start, days, deeds: filter.deeds };
};
