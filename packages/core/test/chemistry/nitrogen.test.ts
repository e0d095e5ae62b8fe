import {
  alkalinityUsed,
  chlorideNitrite,
  feedLoad,
  nitrogenBalance,
  totalNitrogen,
} from '@hedge-lamp/core/chemistry';
import { convert, interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const forms = (ammonia: number, nitrite: number, nitrate: number) => ({
  ammonia: point(ammonia),
  nitrite: point(nitrite),
  nitrate: point(nitrate),
});

describe('nitrogen', () => {
  it('uses 7.146 mg CaCO3, 0.400 °dKH, for each milligram turned over', () => {
    // Stoichiometry by hand: 2 × 50.043 mg CaCO3 a milliequivalent ÷ 14.007.
    const used = alkalinityUsed(point(1)).value.best;
    expect(convert(used, 'alkalinity', 'meq/L', 'mg/L CaCO3')).toBeCloseTo(7.146, 2);
    expect(convert(used, 'alkalinity', 'meq/L', '°dKH')).toBeCloseTo(0.4, 3);
  });

  it('balances when ammonia has become nitrate, and says when some is missing or too much', () => {
    expect(nitrogenBalance(forms(3, 0, 5), forms(0, 0, 8)).value.verdict).toBe('balanced');
    expect(nitrogenBalance(forms(3, 0, 5), forms(0, 0, 5)).value.verdict).toBe('lost');
    expect(nitrogenBalance(forms(0, 0, 5), forms(0, 0, 9)).value.verdict).toBe('gained');
    expect(nitrogenBalance(forms(0, 0, 5), forms(0, 0, 9), point(4)).value.verdict).toBe('balanced');
  });

  it('does not cry loss while the ranges allow balance', () => {
    const after = { ammonia: point(0), nitrite: point(0), nitrate: interval(4, 5.6, 9) };
    expect(nitrogenBalance(forms(3, 0, 5), after).value.verdict).toBe('balanced');
  });

  it('adds up the forms, ends with ends', () => {
    const { value } = totalNitrogen({
      ammonia: interval(0, 0.1, 0.2),
      nitrite: point(0.3),
      nitrate: interval(2, 3, Infinity),
    });
    expect(value.low).toBeCloseTo(2.3, 12);
    expect(value.high).toBe(Infinity);
    expect(() => totalNitrogen(forms(-1, 0, 0))).toThrow(/Total ammonia must be 0/);
  });
});

describe('chloride against nitrite', () => {
  it('is told on both bases, which differ by three and a bit', () => {
    const { value } = chlorideNitrite(point(30), point(1));
    expect(value.perNitrogen?.best).toBeCloseTo(30, 9);
    expect(value.perIon?.best).toBeCloseTo(30 / 3.2845, 2);
    // By nitrogen there is enough; by the ion some 2.8 mg/L is wanting.
    expect(value.wantingPerNitrogen.best).toBe(0);
    expect(value.wantingPerIon.best).toBeCloseTo(32.845 - 30, 2);
  });

  it('has no ratio where there is no nitrite, and no end where there may be none', () => {
    expect(chlorideNitrite(point(30), point(0)).value.perIon).toBeNull();
    expect(chlorideNitrite(point(30), interval(0, 0.1, 0.2)).value.perIon?.high).toBe(Infinity);
  });
});

describe('load from feed', () => {
  it('is 0.092 of the protein: 10 g at 40 % is 368 mg N', () => {
    const { value } = feedLoad(point(10), point(0.4), point(100));
    expect(value.milligrams.best).toBeCloseTo(368, 9);
    expect(value.perLiter.best).toBeCloseTo(3.68, 9);
  });

  it('holds every feeding inside its ranges', () => {
    const share = evenShare;
    const [feed, protein, liters] = [interval(8, 10, 12), interval(0.3, 0.4, 0.45), interval(90, 100, 105)];
    const { perLiter } = feedLoad(feed, protein, liters).value;
    const pick = (i: { low: number; high: number }, s: number) => point(i.low + s * (i.high - i.low));
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const at = feedLoad(pick(feed, a), pick(protein, b), pick(liters, c)).value.perLiter.best;
        expect(at).toBeGreaterThanOrEqual(perLiter.low - 1e-12);
        expect(at).toBeLessThanOrEqual(perLiter.high + 1e-12);
      }),
    );
    expect(() => feedLoad(point(10), point(40), point(100))).toThrow(/Protein lies between 0 and 1/);
  });
});
