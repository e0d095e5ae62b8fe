import { CycleStartDraftSchema, isReady } from '@hedge-lamp/core/cycle';
import { type FilterDay, type MadeUpCycle, growingFilter, noon } from './growing-filter';

/** It was begun so many days ago. */
const begunDaysAgo = 150;
const mostDays = 60;
/** Doses of 2 mg/L as N whenever ammonia is gone, until a dose would be gone within a day. */
const doseOf = 2;

/** The cube's first cycle: it went well, and was ended as ready. All invented. */
export const firstGrowth: MadeUpCycle = (water, now, zone, random) => {
  const filter = growingFilter({
    liters: water.netLiters!,
    celsius: 24.5,
    kinetics: { ammoniaGrowth: 0.6, nitriteGrowth: 0.55, ammoniaHalf: 0.5, nitriteHalf: 0.35, phAtOne: 7.4 },
    films: [0.02, 0.012],
    kh: 11,
  });
  const days: FilterDay[] = [];
  filter.dose(begunDaysAgo, doseOf);
  let readyOn = mostDays;
  for (let n = 1; n < mostDays; n++) {
    filter.nextDay();
    const daysAgo = begunDaysAgo - n;
    if (isReady(filter.state, doseOf, filter.kinetics, filter.warmth)) {
      readyOn = n;
      break;
    }
    if (n % 2 !== 0) continue;
    const { ammonia, nitrite, nitrate, kh, ph } = filter.truth();
    days.push({
      daysAgo,
      ammonia,
      nitrite,
      ...(n % 8 === 0 ? { nitrate } : {}),
      ...(n % 6 === 0 ? { kh } : {}),
      ph: ph + random.spread(0.05),
    });
    if (ammonia < 0.25) filter.dose(daysAgo, doseOf);
  }
  const start = CycleStartDraftSchema.parse({
    id: random.id(),
    waterId: water.id,
    startedAt: noon(now, begunDaysAgo),
    endedAt: noon(now, begunDaysAgo - readyOn),
    outcome: 'ready',
    zone,
    way: 'fishless-ammonia',
    media: 'little',
    target: doseOf,
    note: 'The first time round. The filter was lent to the rescue tub afterwards, and dried out.',
  });
  return { start, days, deeds: filter.deeds };
};
