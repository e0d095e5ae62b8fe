import {
  type CycleStartDraft,
  CycleStartDraftSchema,
  type CycleState,
  type Kinetics,
  advance,
  isReady,
  slot,
  slots,
  usualLimits,
  warmthAt,
} from '@hedge-lamp/core/cycle';
import { risePerGram, salts } from '@hedge-lamp/core/chemistry';
import { convert } from '@hedge-lamp/core/quantity';
import type { SeededRandom } from '@hedge-lamp/core/practice';
import type { WaterDraft } from '@hedge-lamp/core/waters';
import { type NurseryDay, type NurseryDeed, gramsOf } from './tern-lane-nursery';

const celsius = 24.5;
const kinetics: Kinetics = {
  ammoniaGrowth: 0.6,
  nitriteGrowth: 0.55,
  ammoniaHalf: 0.5,
  nitriteHalf: 0.35,
  load: 0,
  uptake: 0,
  phAtOne: 7.4,
  ...usualLimits,
};
/** It was begun so many days ago. */
const begunDaysAgo = 150;
const mostDays = 60;
/** Doses of 2 mg/L as N whenever ammonia is gone, until a dose would be gone within a day. */
const doseOf = 2;

/** The cube's first cycle, by the core's own model: it went well, and was ended as ready. All invented. */
export function firstGrowth(
  water: WaterDraft,
  now: number,
  zone: string,
  random: SeededRandom,
): { start: CycleStartDraft; days: NurseryDay[]; deeds: NurseryDeed[] } {
  const liters = water.netLiters!;
  const warmth = warmthAt(celsius);
  const state: CycleState = new Float64Array(slots);
  [state[slot.ammoniaFilm], state[slot.nitriteFilm]] = [0.02, 0.012];
  [state[slot.nitrate], state[slot.awake]] = [1, 1];
  state[slot.alkalinity] = convert(11, 'alkalinity', '°dKH', 'meq/L');
  const days: NurseryDay[] = [];
  const deeds: NurseryDeed[] = [];
  const dose = (daysAgo: number) => {
    state[slot.ammonia] = state[slot.ammonia]! + doseOf;
    deeds.push({
      daysAgo,
      kind: 'ammonia-dose',
      detail: `for ${doseOf} mg/L as N`,
      amount: {
        by: 'ammonium-chloride',
        grams: gramsOf((doseOf * liters) / risePerGram(salts['ammonium-chloride']).ammonia),
      },
    });
  };
  dose(begunDaysAgo);
  let readyOn = mostDays;
  for (let n = 1; n < mostDays; n++) {
    advance(state, 1, kinetics, warmth);
    const daysAgo = begunDaysAgo - n;
    if (isReady(state, doseOf, kinetics, warmth)) {
      readyOn = n;
      break;
    }
    if (n % 2 !== 0) continue;
    const shown = (of: 'nitrite' | 'nitrate') =>
      of === 'nitrite'
        ? convert(state[slot.nitrite]!, 'nitrite', 'mg/L NO2-N', 'mg/L NO2')
        : convert(state[slot.nitrate]!, 'nitrate', 'mg/L NO3-N', 'mg/L NO3');
    days.push({
      daysAgo,
      ammonia: state[slot.ammonia]!,
      nitrite: shown('nitrite'),
      ...(n % 8 === 0 ? { nitrate: shown('nitrate') } : {}),
      ...(n % 6 === 0 ? { kh: convert(state[slot.alkalinity]!, 'alkalinity', 'meq/L', '°dKH') } : {}),
      ph: kinetics.phAtOne + Math.log10(state[slot.alkalinity]!) + random.spread(0.05),
    });
    if (state[slot.ammonia]! < 0.25) dose(daysAgo);
  }
  const midnight = Math.floor(now / 86_400_000) * 86_400_000;
  const on = (daysAgo: number) => midnight - daysAgo * 86_400_000 + 12 * 3_600_000;
  const start = CycleStartDraftSchema.parse({
    id: random.id(),
    waterId: water.id,
    startedAt: on(begunDaysAgo),
    endedAt: on(begunDaysAgo - readyOn),
    outcome: 'ready',
    zone,
    way: 'fishless-ammonia',
    media: 'little',
    target: doseOf,
    note: 'The first time round. The filter was lent to the rescue tub afterwards, and dried out.',
  });
  return { start, days, deeds };
}
