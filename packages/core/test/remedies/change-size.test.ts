import { carbonateSystem, eifacNitrite, unionizedFraction } from '@hedge-lamp/core/chemistry';
import { interval, point, toCanonical } from '@hedge-lamp/core/quantity';
import {
  type ChangeWater,
  changeSize,
  mostAtOnce,
  phAfterChange,
  shockLimits,
} from '@hedge-lamp/core/remedies';
import fc from 'fast-check';

const kh = (x: number) => toCanonical(x, 'alkalinity', '°dKH');
const unknown: ChangeWater = { ph: null, alkalinity: null, hardness: null, temperature: null, ammonia: null };

describe('the size of a water change', () => {
  it('from 40 to 20 with a source of 0 is half; from 30 to 20 with a source of 5 two fifths', () => {
    const ask = (now: number, source: number) =>
      changeSize({ now: point(now), source: point(source), target: 20 }, unknown, unknown);
    expect(ask(40, 0)).toMatchObject({ fraction: 0.5, bound: 'goal', times: 1 });
    // (30 − 20) ÷ (30 − 5) = 0.4, by hand.
    expect(ask(30, 5)).toMatchObject({ fraction: 0.4, bound: 'goal', times: 1, after: point(20) });
  });

  it('is never more than half, and then says how many are needed', () => {
    // 160 → 80 → 40 → 20: three halves.
    expect(changeSize({ now: point(160), source: point(0), target: 20 }, unknown, unknown)).toMatchObject({
      fraction: 0.5,
      bound: 'volume',
      times: 3,
    });
  });

  it('is none where the source carries as much', () => {
    const size = changeSize({ now: point(30), source: point(35), target: 20 }, unknown, unknown);
    expect(size).toMatchObject({ fraction: 0, bound: 'useless', times: null });
  });

  it('is bounded by the source where the target lies below it', () => {
    expect(changeSize({ now: point(60), source: point(25), target: 20 }, unknown, unknown)).toMatchObject({
      bound: 'source',
      times: null,
    });
  });

  it('is kept small where KH would swing: 11 °dKH apart allows two elevenths, rounded down', () => {
    const size = changeSize(
      { now: point(80), source: point(0), target: 20 },
      { ...unknown, alkalinity: point(kh(12)) },
      { ...unknown, alkalinity: point(kh(1)) },
    );
    expect(size).toMatchObject({ fraction: 0.15, bound: 'shock', swings: 'alkalinity' });
  });

  it('mixes to a pH that the charge balance gives, not to a mean', () => {
    const tank = { ...unknown, ph: point(6.4), alkalinity: point(kh(2)), temperature: point(25) };
    const tap = { ...unknown, ph: point(8), alkalinity: point(kh(4)), temperature: point(25) };
    // By hand from the same conserved sums, ionic strength left out: alkalinity and carbon add up.
    const ideal = { temperature: 25, ionicStrength: 0 };
    const [a, b] = [
      carbonateSystem({ alkalinity: kh(2), ph: 6.4 }, ideal),
      carbonateSystem({ alkalinity: kh(4), ph: 8 }, ideal),
    ];
    const mixed = carbonateSystem(
      { alkalinity: 0.75 * a.alkalinity + 0.25 * b.alkalinity, dic: 0.75 * a.dic + 0.25 * b.dic },
      ideal,
    );
    expect(phAfterChange(tank, tap, 0.25)).toBeCloseTo(mixed.ph, 1);
    expect(phAfterChange(tank, tap, 0.25)!).toBeLessThan(0.75 * 6.4 + 0.25 * 8);
  });

  it('of waters whose figures go together at no pH is sized all the same, without a pH', () => {
    const absurd: ChangeWater = {
      ...unknown,
      ph: point(0),
      alkalinity: point(0),
      temperature: interval(24.5, 49, 49),
    };
    const size = changeSize({ now: point(40), source: point(0), target: 20 }, absurd, absurd);
    expect(size).toMatchObject({ fraction: 0.5, ph: null, free: null });
  });

  it('tells free ammonia before and after, by the pH of the mix', () => {
    const tank: ChangeWater = {
      ph: point(6.6),
      alkalinity: point(kh(1)),
      hardness: null,
      temperature: point(25),
      ammonia: point(2),
    };
    const tap: ChangeWater = {
      ph: point(8.2),
      alkalinity: point(kh(1)),
      hardness: null,
      temperature: null,
      ammonia: point(0),
    };
    const size = changeSize({ now: point(2), source: point(0), target: 1 }, tank, tap);
    expect(size.free!.before.best).toBeCloseTo(2 * unionizedFraction(6.6, 25), 9);
    expect(size.free!.after.best).toBeCloseTo(
      size.after.best * unionizedFraction(size.ph!.after.best, 25),
      9,
    );
    expect(size.ph!.after.best - 6.6).toBeLessThanOrEqual(shockLimits.ph + 1e-6);
  });

  it('never overshoots the target by more than a step, nor passes any bound', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 300, noNaN: true }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        (now, from, target, a, b) => {
          const size = changeSize(
            { now: interval(now * 0.9, now, now * 1.1), source: point(from), target },
            { ...unknown, alkalinity: point(a) },
            { ...unknown, alkalinity: point(b) },
          );
          expect(size.fraction).toBeGreaterThanOrEqual(0);
          expect(size.fraction).toBeLessThanOrEqual(mostAtOnce);
          if (size.fraction === 0) return expect(from >= now || now <= target).toBe(true);
          expect(size.fraction * Math.abs(a - b)).toBeLessThanOrEqual(
            Math.max(shockLimits.alkalinity, 0.05 * Math.abs(a - b)) + 1e-9,
          );
          const before = (1 - (size.fraction - 0.05)) * now + (size.fraction - 0.05) * from;
          // One step less would not have been enough.
          if (size.bound === 'goal') expect(before).toBeGreaterThan(target - 1e-6);
          if (size.bound === 'goal') expect(size.after.best).toBeLessThanOrEqual(target + 1e-9);
        },
      ),
      // Doubles that miss a bound by a hair are shrunk for minutes.
      { endOnFailure: true, numRuns: 500 },
    );
  });
});

describe('EIFAC 1984 (figures from memory): nitrite by chloride', () => {
  it.each([
    [1, 0.02],
    [10, 0.18],
    [15, 0.21],
    [40, 0.3],
    [400, 0.3],
    [0, 0.02],
  ])('%d mg/L chloride allows %d mg/L NO2-N', (chloride, nitrite) => {
    expect(eifacNitrite(chloride)).toBeCloseTo(nitrite, 9);
  });
  it('allows trout half of it', () => {
    expect(eifacNitrite(20, 'salmonids')).toBeCloseTo(eifacNitrite(20) / 2, 9);
  });
});
