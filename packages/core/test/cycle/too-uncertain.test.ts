import {
  type Forecast,
  asFedSoFar,
  horizon,
  nitritePeakOn,
  othersReadyBy,
  planOf,
  readyAfterPeakBy,
  tooUncertain,
} from '@hedge-lamp/core/cycle';
import fc from 'fast-check';
import { type Reads, madeLog, madeStart } from './made-log';

const ready = (early: number | null, late: number | null, atAll = 0.9): Pick<Forecast, 'ready'> => ({
  ready: { early, middle: early, late, atAll },
});
const rising = {
  nitrite: [
    [6, '1 (0.8–1.4)'],
    [12, '5 (4–7)'],
  ],
} as const;
const fallen = { nitrite: [...rising.nitrite, [18, '1 (0.8–1.4)']] } as const;

describe('a day is named', () => {
  it('only where the likely days lie close enough, and closer before nitrite was seen to fall', () => {
    expect(tooUncertain(madeLog(20, rising), ready(30, 68))).toBeNull();
    expect(tooUncertain(madeLog(20, rising), ready(30, 69))!.says).toMatch(
      /more than 5 weeks apart.*has not been seen yet/,
    );
    expect(tooUncertain(madeLog(20, fallen), ready(30, 75))).toBeNull();
    expect(tooUncertain(madeLog(20, fallen), ready(30, 76))!.says).toMatch(/more than 6 weeks apart\.$/);
  });
  it('only where more filters than not get there at all', () => {
    expect(tooUncertain(madeLog(20, rising), ready(30, 40, 0.5))).toBeNull();
    expect(tooUncertain(madeLog(20, rising), ready(30, 40, 0.4))!.says).toMatch(
      /6 in 10 logs like this are not ready/,
    );
    expect(tooUncertain(madeLog(20, rising), ready(null, null, 0))!.says).toMatch(/10 in 10/);
  });
  it('never in water that was read as cold, by its newest reading', () => {
    const warm = (...celsius: number[]) =>
      madeLog(
        20,
        rising,
        celsius.map((c, k) => ({ day: 3 * k, did: 'warm', celsius: c })),
      );
    expect(tooUncertain(warm(20.9), ready(30, 40))!.says).toMatch(/^Too uncertain to foresee: at 20.9 °C/);
    expect(tooUncertain(warm(25, 18), ready(30, 40))!.says).toMatch(/at 18 °C/);
    expect(tooUncertain(warm(18, 25), ready(30, 40))).toBeNull();
  });
});

describe('what other filters of a kind take', () => {
  const kinds = fc.record({
    seeding: fc.constantFrom('none' as const, 'little' as const, 'plenty' as const, 'upset' as const),
    feeding: fc.constantFrom('ammonia' as const, 'food' as const, 'fish' as const),
    days: fc.double({ min: 0, max: 120, noNaN: true }),
  });
  it('is nothing by today, only grows, and is never certain', () => {
    fc.assert(
      fc.property(kinds, (kind) => {
        let before = 0;
        for (let day = kind.days; day <= kind.days + horizon; day += 1) {
          const by = othersReadyBy(kind, day);
          expect(by).toBeGreaterThanOrEqual(before);
          expect(by).toBeLessThan(0.95);
          before = by;
        }
        expect(othersReadyBy(kind, kind.days)).toBe(0);
      }),
    );
  });
  it('is three to eight weeks for most that nothing was put into, and sooner with grown media (common practice)', () => {
    const by = (seeding: 'none' | 'little' | 'plenty', day: number) =>
      othersReadyBy({ seeding, feeding: 'ammonia', days: 0 }, day);
    expect(by('none', 56) - by('none', 21)).toBeGreaterThan(0.6);
    expect(by('none', 21)).toBeLessThan(0.15);
    expect(by('little', 21)).toBeGreaterThan(by('none', 21));
    expect(by('plenty', 21)).toBeGreaterThan(by('little', 21));
  });
});

describe('what nitrite’s peak tells', () => {
  const log = (days: number, nitrite: Reads['nitrite']) => madeLog(days, { nitrite });
  const risen: Reads['nitrite'] = [
    [3, '0 (0–0.1)'],
    [6, '2 (1.5–3)'],
    [9, '5 (4–7)'],
    [12, '5 (4–7)'],
    [15, '1 (0.8–1.4)'],
  ];
  it('is nothing before nitrite showed; the peak is the last of the highest readings', () => {
    expect(readyAfterPeakBy(log(5, [[3, '0 (0–0.1)']]), 20)).toBeNull();
    expect(nitritePeakOn(log(15, risen))).toBe(12);
  });
  it('is one to two weeks for most (common practice), none by today, and never certain', () => {
    const by = (days: number, day: number) =>
      readyAfterPeakBy(
        log(
          days,
          risen.filter(([d]) => d <= days),
        ),
        day,
      )!;
    expect(by(12, 12)).toBe(0);
    expect(by(12, 26) - by(12, 15)).toBeGreaterThan(0.5);
    let before = 0;
    for (let day = 15; day < 15 + horizon; day++) {
      expect(by(15, day)).toBeGreaterThanOrEqual(before);
      expect(by(15, day)).toBeLessThanOrEqual(0.94);
      before = by(15, day);
    }
  });
  it('counts anew while nitrite still stands at its highest', () => {
    const standing = [9, 12, 15, 18, 21].map((d) => [d, 'over 5'] as const);
    expect(readyAfterPeakBy(log(21, standing), 28)).toBeCloseTo(
      readyAfterPeakBy(log(12, standing.slice(0, 2)), 19)!,
      6,
    );
  });
});

describe('the plan', () => {
  it('goes on with helpings as they were so far, once there were two', () => {
    const plan = planOf(madeStart(), 'food', null);
    const fed = (...amounts: number[]) =>
      madeLog(
        12,
        {},
        amounts.map((nitrogen, k) => ({ day: 2 * k, did: 'feed', nitrogen })),
        { feeding: 'food' },
      );
    expect(asFedSoFar(plan, fed(3))).toEqual(plan);
    expect(asFedSoFar(plan, fed(1, 2, 3))).toMatchObject({ food: 2, foodEvery: 4 });
    const dosed = planOf(madeStart(), 'ammonia', null);
    expect(asFedSoFar(dosed, fed(1, 2, 3))).toEqual(dosed);
  });
});
