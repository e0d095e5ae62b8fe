import {
  type CycleStartDraft,
  CycleStartDraftSchema,
  type CycleState,
  type Kinetics,
  advance,
  changeWater,
  slot,
  slots,
  usualLimits,
  warmthAt,
} from '@hedge-lamp/core/cycle';
import { convert } from '@hedge-lamp/core/quantity';
import type { DeedAmount, DeedKind } from '@hedge-lamp/core/remedies';
import { risePerGram, salts } from '@hedge-lamp/core/chemistry';
import type { SeededRandom } from '@hedge-lamp/core/practice';
import type { WaterDraft } from '@hedge-lamp/core/waters';

/** The cube's truth on one day: days ago, and what each test would show in the unit of its method. */
export interface NurseryDay {
  readonly daysAgo: number;
  readonly ammonia: number;
  /** mg/L NO2; as read, which far over the card is nothing. */
  readonly nitrite: number;
  /** mg/L NO2 by a sample diluted to twenty times, from the day on when somebody thought of it. */
  readonly diluted?: number;
  readonly nitrate?: number;
  readonly kh?: number;
  readonly ph: number;
}
export interface NurseryDeed {
  readonly daysAgo: number;
  readonly kind: DeedKind;
  readonly detail: string;
  readonly amount: DeedAmount;
}

/** Grams as one weighs them out. */
export const gramsOf = (x: number): string => String(Number(x.toPrecision(2)));

/** The cube was started so many days ago. */
export const nurseryDays = 39;
/** Days after the start on which somebody diluted the nitrite test, and changed water for it. */
const rescued = 29;

const celsius = 25.5;
const kinetics: Kinetics = {
  ammoniaGrowth: 0.62,
  nitriteGrowth: 0.45,
  ammoniaHalf: 0.55,
  nitriteHalf: 0.5,
  load: 0,
  uptake: 0,
  phAtOne: 7.35,
  ...usualLimits,
};
const inDegrees = (meq: number) => convert(meq, 'alkalinity', 'meq/L', '°dKH');
/** Past this its nitrite color bleaches to that of zero, mg/L as N. */
const bleaches = 11;

/**
 * A fishless cycle by the core's own model: doses of 4 mg/L pile up nitrite and eat the KH, the color of nitrite
 * bleaches to zero, the filter stalls; a diluted test, a change and bicarbonate get it going again. All invented.
 */
export function nurseryCube(
  water: WaterDraft,
  now: number,
  zone: string,
  random: SeededRandom,
): { start: CycleStartDraft; days: NurseryDay[]; deeds: NurseryDeed[] } {
  const liters = water.netLiters!;
  const warmth = warmthAt(celsius);
  const state: CycleState = new Float64Array(slots);
  state[slot.ammoniaFilm] = 0.02;
  state[slot.nitriteFilm] = 0.006;
  state[slot.nitrate] = 1;
  state[slot.awake] = 1;
  state[slot.alkalinity] = convert(4.6, 'alkalinity', '°dKH', 'meq/L');
  const days: NurseryDay[] = [];
  const deeds: NurseryDeed[] = [];
  const grams = gramsOf;
  const dose = (daysAgo: number, rise: number) => {
    const salt = grams((rise * liters) / risePerGram(salts['ammonium-chloride']).ammonia);
    state[slot.ammonia] = state[slot.ammonia]! + rise;
    deeds.push({
      daysAgo,
      kind: 'ammonia-dose',
      detail: `for ${rise} mg/L as N`,
      amount: { by: 'ammonium-chloride', grams: salt },
    });
  };
  const buffer = (daysAgo: number, degrees: number, detail: string) => {
    const rise = convert(degrees, 'alkalinity', '°dKH', 'meq/L');
    const salt = grams((rise * liters) / risePerGram(salts['sodium-bicarbonate']).alkalinity);
    state[slot.alkalinity] = state[slot.alkalinity]! + rise;
    deeds.push({
      daysAgo,
      kind: 'buffer',
      detail,
      amount: { by: 'salt', salt: 'sodium-bicarbonate', grams: salt },
    });
  };

  dose(nurseryDays, 4);
  for (let n = 1; n < nurseryDays; n++) {
    const daysAgo = nurseryDays - n;
    advance(state, 1, kinetics, warmth);
    if (n % 2 !== 0 && n !== rescued && daysAgo !== 1) continue;
    const [ammonia, nitrite, nitrate, alkalinity] = (
      ['ammonia', 'nitrite', 'nitrate', 'alkalinity'] as const
    ).map((of) => state[slot[of]]!) as [number, number, number, number];
    days.push({
      daysAgo,
      ammonia,
      nitrite: nitrite > bleaches ? 0 : convert(nitrite, 'nitrite', 'mg/L NO2-N', 'mg/L NO2'),
      ...(n >= rescued ? { diluted: convert(nitrite, 'nitrite', 'mg/L NO2-N', 'mg/L NO2') } : {}),
      ...(n % 6 === 0 ? { nitrate: convert(nitrate, 'nitrate', 'mg/L NO3-N', 'mg/L NO3') } : {}),
      ...(n % 4 === 0 && (n < 8 || n > 26) ? { kh: inDegrees(alkalinity) } : {}),
      ph: kinetics.phAtOne + Math.log10(alkalinity) + random.spread(0.05),
    });
    if (n === rescued) {
      changeWater(state, 0.6, { ammonia: 0.3, nitrite: 0, nitrate: 1.4, alkalinity: 1.85 }, 0.1);
      deeds.push({
        daysAgo,
        kind: 'water-change',
        detail: 'tap, after the diluted nitrite test',
        amount: { by: 'part', percent: '60' },
      });
      buffer(daysAgo, 3, 'KH had run out');
    } else if (ammonia < 0.3) dose(daysAgo, n < rescued ? 4 : 2);
    if (n > rescued && inDegrees(alkalinity) < 2.6) buffer(daysAgo, 3, 'before it runs out again');
  }
  const midnight = Math.floor(now / 86_400_000) * 86_400_000;
  const start = CycleStartDraftSchema.parse({
    id: random.id(),
    waterId: water.id,
    startedAt: midnight - nurseryDays * 86_400_000 + 12 * 3_600_000,
    zone,
    way: 'fishless-ammonia',
    media: 'little',
    target: 2,
    note: 'A sponge squeezed out over the filter. Doses of 4 mg/L at first; 2 since the rescue.',
  });
  return { start, days, deeds };
}
