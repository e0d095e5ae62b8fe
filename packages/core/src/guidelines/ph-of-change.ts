import { mixWaters } from '../chemistry/mix-waters';
import { carbonateSystem, estimatedIonicStrength } from '../chemistry';
import { FieldError, type Interval, interval, point } from '../quantity';
import type { DeedEffect } from '../remedies';
import type { Poured } from './carried';

export interface Buffered {
  readonly ph: Interval;
  readonly alkalinity: Interval | null;
  readonly temperature: Interval | null;
}

const finite = (x: Interval): boolean => Number.isFinite(x.low) && Number.isFinite(x.high);

/**
 * pH after a change: of the mix at once, and where its CO2 is back to what it was. The range holds both, and the best guess
 * is the higher: new water full of CO2 flatters for hours, and then pH climbs back and ammonia with it.
 * @returns null where KH or pH of one of the two is not known, or the figures go together at no pH
 */
export function phIsTold(here: Buffered, poured: Poured, share: Interval): Interval | null {
  const [ph, kh] = [poured.ph, poured.alkalinity];
  if (!ph || !kh || !here.alkalinity || ![here.ph, here.alkalinity, ph, kh].every(finite)) return null;
  if (share.best <= 0) return here.ph;
  const temperature = point((here.temperature ?? point(20)).best);
  const tank = { ph: here.ph, alkalinity: here.alkalinity, temperature };
  const source = { ph, alkalinity: kh, temperature };
  try {
    const mix = mixWaters([
      { ...tank, liters: point(1 - share.best) },
      { ...source, liters: point(share.best) },
    ]).value;
    // At the same CO2 pH moves with the logarithm of KH (bicarbonate ÷ CO2).
    const moved = Math.log10(Math.max(mix.alkalinity.best, 1e-3) / Math.max(here.alkalinity.best, 1e-3));
    const back = Math.min(14, Math.max(0, here.ph.best + moved));
    return interval(
      Math.min(mix.ph.low, back),
      Math.max(mix.ph.best, back),
      Math.max(mix.ph.high, back + (here.ph.high - here.ph.best)),
    );
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

/**
 * pH after a dose that brings alkalinity: at once, closed to the air, and where its CO2 is back to what it was. The range
 * holds both.
 * @returns null where KH is not known, or the figures go together at no pH
 */
export function phAfterDose({ ph, alkalinity, temperature }: Buffered, rise: DeedEffect): Interval | null {
  if (!rise.alkalinity) return ph;
  if (!alkalinity || !finite(ph) || !finite(alkalinity)) return null;
  const conditions = {
    temperature: (temperature ?? point(20)).best,
    ionicStrength: estimatedIonicStrength(alkalinity.best),
  };
  try {
    const before = carbonateSystem({ alkalinity: alkalinity.best, ph: ph.best }, conditions);
    const after = before.alkalinity + rise.alkalinity.best;
    const atOnce = carbonateSystem(
      { alkalinity: after, dic: before.dic + (rise.dic?.best ?? 0) },
      conditions,
    ).ph;
    const back = carbonateSystem({ alkalinity: after, co2: before.co2 }, conditions).ph;
    const [low, high] = [Math.min(atOnce, back), Math.max(atOnce, back)];
    return interval(Math.max(0, low - (ph.best - ph.low)), high, Math.min(14, high + (ph.high - ph.best)));
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

/** pH of several waters poured together; null where KH or pH of one is not known. */
export function phOfBlend(
  parts: readonly { readonly poured: Poured; readonly share: number }[],
): Interval | null {
  const mixable = parts.map(({ poured, share }) => {
    const { ph, alkalinity, temperature } = poured;
    if (!ph || !alkalinity || !finite(ph) || !finite(alkalinity)) return null;
    return { liters: point(share), ph, alkalinity, temperature: point((temperature ?? point(20)).best) };
  });
  if (mixable.some((p) => p === null)) return null;
  try {
    return mixWaters(mixable.flatMap((p) => p ?? [])).value.ph;
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}
