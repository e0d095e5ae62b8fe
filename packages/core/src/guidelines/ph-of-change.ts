import { mixWaters } from '../chemistry/mix-waters';
import { FieldError, type Interval, interval, point } from '../quantity';
import type { Poured } from './carried';

export interface Buffered {
  readonly ph: Interval;
  readonly alkalinity: Interval | null;
  readonly temperature: Interval | null;
}

const finite = (x: Interval): boolean => Number.isFinite(x.low) && Number.isFinite(x.high);

/**
 * pH after a change: of the mix at once, and where its CO2 is back to what it was. The range holds both, since new water
 * full of CO2 flatters for hours and then climbs.
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
      mix.ph.best,
      Math.max(mix.ph.high, back + (here.ph.high - here.ph.best)),
    );
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}
