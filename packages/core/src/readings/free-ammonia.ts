import { unionizedFraction } from '../chemistry';
import { type Interval, formatReading, interval, overBox } from '../quantity';
import type { Workings } from './workings';

const hour = 3_600_000;
const day = 24 * hour;

/** A measured value with the instant it was taken at; null when never measured. */
export interface Dated {
  readonly value: Interval;
  readonly takenAt: number;
}

export interface FreeAmmoniaResult {
  /** mg/L as NH3-N. */
  readonly value: Interval;
  /** Sentences on what was missing or old, and what was taken instead. Empty when all was fresh. */
  readonly gaps: readonly string[];
  readonly workings: Workings;
  /** The inputs as used, for asking what would settle a verdict. */
  readonly used: { readonly total: Interval; readonly ph: Interval; readonly temperature: Interval };
}

/** Where kept waters lie when nothing was measured: Hedge Lamp's own assumption, wide on purpose. */
const unmeasured = { ph: interval(6, 7.5, 9), temperature: interval(4, 20, 30) };

/**
 * How an older companion reading widens. pH moves by a few tenths between dawn and dusk (common practice), so
 * after six hours it is ±0.3 wider, temperature ±2 °C; after a week it counts as missing. The sizes are
 * Hedge Lamp's own.
 */
function aged(
  kind: 'ph' | 'temperature',
  reading: Dated | null,
  at: number,
): { used: Interval; gap?: string } {
  const [label, unit, widen] = kind === 'ph' ? ['pH', '', 0.3] : ['temperature', ' °C', 2];
  const wide = unmeasured[kind];
  if (!reading || Math.abs(at - reading.takenAt) > 7 * day) {
    const what = reading ? `The last ${label} is more than a week away from it` : `No ${label} was measured`;
    return { used: wide, gap: `${what}, so ${wide.low} to ${wide.high}${unit} is assumed: measure it.` };
  }
  const age = Math.abs(at - reading.takenAt);
  if (age <= 6 * hour) return { used: reading.value };
  const { low, best, high } = reading.value;
  const [floor, ceiling] = kind === 'ph' ? [0, 14] : [-2, 50];
  return {
    used: interval(Math.max(floor, low - widen), best, Math.min(ceiling, high + widen)),
    gap: `The ${label} was taken ${Math.round(age / hour)} hours apart, so it is taken ±${widen}${unit} wider.`,
  };
}

/**
 * Free (un-ionized) ammonia from total ammonia, pH and temperature, all as intervals. Free ammonia rises with
 * each of the three, so its ends are at the ends of theirs; the corner search makes no assumption about that.
 * Source: Emerson and others 1975; see unionizedFraction.
 * @param total mg/L as NH3-N, with its instant
 * @returns mg/L as NH3-N
 */
export function freeAmmonia(total: Dated, ph: Dated | null, temperature: Dated | null): FreeAmmoniaResult {
  const phUsed = aged('ph', ph, total.takenAt);
  const temperatureUsed = aged('temperature', temperature, total.takenAt);
  const used = { total: total.value, ph: phUsed.used, temperature: temperatureUsed.used };

  const finite = interval(total.value.low, total.value.best, Math.min(total.value.high, Number.MAX_VALUE));
  const free = overBox([finite, used.ph, used.temperature], (tan, p, t) => tan! * unionizedFraction(p!, t!));
  const value = total.value.high === Infinity ? { ...free, high: Infinity } : free;

  const fraction = overBox([used.ph, used.temperature], (p, t) => unionizedFraction(p!, t!) * 100);
  const gaps = [phUsed.gap, temperatureUsed.gap].filter((gap) => gap !== undefined);
  return {
    value,
    gaps,
    used,
    workings: {
      title: 'Free ammonia',
      result: `${formatReading(value)} mg/L NH3-N`,
      formula: 'free = total ÷ (1 + 10^(pKa − pH)), pKa = 0.09018 + 2729.92 ÷ (273.15 + °C)',
      substituted: `${formatReading(total.value)} mg/L × ${formatReading(fraction)} % = ${formatReading(value)} mg/L NH3-N`,
      inputs: [
        { label: 'Total ammonia', value: `${formatReading(used.total)} mg/L NH3-N` },
        { label: 'pH', value: formatReading(used.ph), ...(phUsed.gap ? { note: phUsed.gap } : {}) },
        {
          label: 'Temperature',
          value: `${formatReading(used.temperature)} °C`,
          ...(temperatureUsed.gap ? { note: temperatureUsed.gap } : {}),
        },
      ],
      sources: ['Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32: 2379–2383'],
      caveats: [
        'Fresh water; salt shifts it a little.',
        'The low end takes every reading at its lowest, the high end every reading at its highest.',
      ],
    },
  };
}
