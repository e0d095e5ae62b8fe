import { type ForecastRecord, ForecastRecordDraftSchema, becameOf, scoreOf } from '@hedge-lamp/core/cycle';

const day = 86_400_000;
const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
const record = (early: number, middle: number, late: number): ForecastRecord => ({
  id: id(1),
  startId: id(2),
  madeAt: 0,
  newestReadingAt: 0,
  readings: 8,
  early: early * day,
  middle: middle * day,
  late: late * day,
  createdAt: 0,
});
const five = [
  record(10, 12, 20),
  record(12, 15, 19),
  record(14, 16, 21),
  record(2, 3, 5),
  record(15, 17, 25),
];

describe('earlier forecasts', () => {
  it('are scored once it is ready: 4 of 5 held', () => {
    expect(scoreOf(five, 17 * day, 30 * day)).toEqual({ settled: 5, held: 4 });
  });
  it('are open until their last day has passed, and have missed once it has', () => {
    expect(scoreOf(five, null, 18 * day)).toEqual({ settled: 1, held: 0 });
    expect(five.map((f) => becameOf(f, null, 22.5 * day))).toEqual(['late', 'late', 'late', 'late', 'open']);
    expect(scoreOf([], null, day)).toEqual({ settled: 0, held: 0 });
  });
  it('that were too early or too late are told as that', () => {
    expect(becameOf(five[0]!, 5 * day, 30 * day)).toBe('early');
    expect(becameOf(five[3]!, 17 * day, 30 * day)).toBe('late');
  });
  it('are refused where their days are out of order', () => {
    const { createdAt: _, ...made } = record(20_000, 20_002, 20_010);
    const draft = { ...made, madeAt: 19_990 * day, newestReadingAt: 19_990 * day };
    expect(ForecastRecordDraftSchema.safeParse(draft).success).toBe(true);
    const bad = ForecastRecordDraftSchema.safeParse({ ...draft, early: 20_005 * day });
    expect(bad.error?.issues[0]?.path).toEqual(['early']);
  });
});
