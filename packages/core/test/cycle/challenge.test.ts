import { challengeOf } from '@hedge-lamp/core/cycle';
import { day, madeDeed, madeReading, startedAt } from './made-log';

const dose = madeDeed('challenge', 20, { by: 'rise', text: '2', unit: 'mg/L NH3-N' });
const hour = 1 / 24;
const at = (hours: number) => startedAt + (20 + hours * hour) * day;
const pair = (hours: number, ammonia: string, nitrite: string) => [
  madeReading('ammonia', 20 + hours * hour, ammonia),
  madeReading('nitrite', 20 + hours * hour, nitrite),
];
const zero = '0 (0–0.12)';
/** What a tester saw an hour after the dose. */
const landed = madeReading('ammonia', 20 + hour, '2 (1.5–3)');

describe('the 24-hour challenge', () => {
  const step = (readings: ReturnType<typeof madeReading>[], hours: number) =>
    challengeOf([dose], readings, at(hours))!.step;

  it('leads through the pair of tests', () => {
    expect(step([], 0.5)).toBe('confirm');
    expect(step([madeReading('ammonia', 20 + hour, '2 (1.5–3)')], 2)).toBe('wait');
    expect(step([], 10)).toBe('wait');
    expect(step([], 23)).toBe('due');
    expect(step([], 40)).toBe('missed');
  });
  it('asks only for the test that is still wanting', () => {
    const [ammonia] = pair(24, zero, zero);
    expect(challengeOf([dose], [ammonia!], at(24.5))!.says).toBe('Test nitrite now.');
  });
  it('is passed when both read as nothing a day after the dose', () => {
    expect(step([landed, ...pair(24, zero, zero)], 25)).toBe('passed');
  });
  it('is not passed by zeros alone where nobody saw the dose, or it did not show', () => {
    expect(step(pair(24, zero, zero), 25)).toBe('unclear');
    expect(step([madeReading('ammonia', 20 + hour, zero), ...pair(24, zero, zero)], 25)).toBe('unclear');
    // A test half a day later is no sign of the dose that went in.
    expect(step([madeReading('ammonia', 20 + 12 * hour, '2 (1.5–3)'), ...pair(24, zero, zero)], 25)).toBe(
      'unclear',
    );
  });
  it('is not passed by less than half of the dose, and by one test of several that shows it', () => {
    const passes = (first: ReturnType<typeof madeReading>[]) =>
      challengeOf([dose], [...first, ...pair(24, zero, zero)], at(25), { dose: 2 })!;
    const shows = (hours: number, says: string) => madeReading('ammonia', 20 + hours * hour, says);
    expect(passes([shows(1, '0.25 (0.2–0.4)')])).toMatchObject({ step: 'unclear' });
    expect(passes([shows(1, '0.25 (0.2–0.4)')]).says).toMatch(/less than half of the dose/);
    expect(passes([shows(1, '1.5 (1–2)')]).step).toBe('passed');
    // A film at work has eaten much of it by the second.
    expect(passes([shows(1, '2 (1.5–3)'), shows(3.9, '0.25 (0.2–0.4)')]).step).toBe('passed');
  });
  it('is not passed by a nitrite whose fall nobody read, however long ago, until it was diluted', () => {
    const longAgo = [madeReading('nitrite', 8, 'over 5'), madeReading('nitrite', 13, zero), landed];
    expect(step([...longAgo, ...pair(24, zero, zero)], 25)).toBe('unclear');
    const read = [madeReading('nitrite', 8, 'over 5'), madeReading('nitrite', 11, '0.5 (0.3–0.7)'), landed];
    expect(step([...read, ...pair(24, zero, zero)], 25)).toBe('passed');
    const thinned = madeReading('nitrite', 13, zero, {
      entered: { how: 'figure', text: zero, unit: 'mg/L NO2', dilution: 10 },
    });
    expect(step([...longAgo, thinned, ...pair(24, zero, zero)], 25)).toBe('passed');
  });
  it('is not passed by a nitrite that may have bleached, until it was diluted', () => {
    const over = madeReading('nitrite', 19, 'over 5');
    const readings = [over, landed, ...pair(24, zero, zero)];
    expect(challengeOf([dose], readings, at(25))!).toMatchObject({ step: 'unclear' });
    expect(challengeOf([dose], readings, at(25))!.says).toMatch(/bleaches. Dilute 1 in 10/);
    const diluted = madeReading('nitrite', 20 + 25 * hour, zero, {
      entered: { how: 'figure', text: zero, unit: 'mg/L NO2', dilution: 10 },
    });
    expect(step([...readings, diluted], 26)).toBe('passed');
  });
  it('says what to test: what is still wanting, what cannot be told, and nothing where the dose itself is in doubt', () => {
    const tests = (readings: ReturnType<typeof madeReading>[], hours: number) =>
      challengeOf([dose], readings, at(hours))!.tests;
    expect(tests([], 1)).toEqual(['ammonia']);
    expect(tests(pair(24, zero, zero).slice(0, 1), 24.5)).toEqual(['nitrite']);
    expect(tests(pair(24, zero, '0.2 (0–0.4)'), 25)).toEqual(['nitrite']);
    expect(tests(pair(24, zero, zero), 25)).toEqual([]);
    expect(tests([madeReading('nitrite', 19, 'over 5'), landed, ...pair(24, zero, zero)], 25)).toEqual([
      'nitrite',
    ]);
  });
  it('does not hold for a film that went hungry since, and still counts as passed', () => {
    const passed = [landed, ...pair(24, zero, zero)];
    const week = (deeds: Parameters<typeof challengeOf>[0], hours: number) =>
      challengeOf([dose, ...deeds], passed, at(hours))!;
    expect(week([], 6.9 * 24).step).toBe('passed');
    const hungry = week([], 9.5 * 24);
    expect([hungry.step, hungry.wasPassed]).toEqual(['unclear', true]);
    expect(hungry.says).toMatch(/Nothing was fed for 9 days/);
    expect(week([madeDeed('ammonia-dose', 25)], 9.5 * 24).step).toBe('passed');
    expect(week([{ ...madeDeed('ammonia-dose', 25), deletedAt: at(200) }], 9.5 * 24).step).toBe('unclear');
    // A dose that lies ahead feeds nobody yet.
    expect(week([madeDeed('ammonia-dose', 40)], 9.5 * 24).step).toBe('unclear');
  });
  it('tells amounts as the keeper reads them', () => {
    const ion = (value: { best: number }, of: string) => `${value.best} parts of ${of}`;
    const says = (hours: number, readings: ReturnType<typeof madeReading>[]) =>
      challengeOf([dose], [landed, ...readings], at(hours), { amount: ion })!.says;
    expect(says(25, pair(24, '1 (0.8–1.4)', zero))).toContain('Total ammonia 1 parts of ammonia');
    const again = madeReading('ammonia', 23, '1 (0.8–1.4)');
    expect(says(90, [...pair(24, zero, zero), again])).toContain('shows again (1 parts of ammonia)');
  });
  it('takes a test of the very minute of the dose for one before it', () => {
    expect(step([madeReading('ammonia', 20, zero)], 1)).toBe('confirm');
  });
  it('is taken back by what happens since: an upset, or ammonia or nitrite that shows unfed', () => {
    const passed = [landed, ...pair(24, zero, zero)];
    const later = (deeds: Parameters<typeof challengeOf>[0], readings: typeof passed) =>
      challengeOf([dose, ...deeds], [...passed, ...readings], at(90))!;
    expect(later([], []).step).toBe('passed');
    // Also within the hours in which a test would still count.
    expect(later([madeDeed('filter-wash', 20 + 25 * hour)], []).step).toBe('unclear');
    expect(later([madeDeed('filter-wash', 22)], []).says).toMatch(/since then: The filter was washed/);
    expect(later([], [madeReading('ammonia', 23, '1 (0.8–1.4)')]).step).toBe('unclear');
    expect(later([], [madeReading('nitrite', 23, '1 (0.8–1.4)')]).says).toMatch(/Nitrite shows again/);
    // Fed that day, it shows as a matter of course; what was deleted did not happen.
    expect(later([madeDeed('ammonia-dose', 22.9)], [madeReading('ammonia', 23, '1 (0.8–1.4)')]).step).toBe(
      'passed',
    );
    expect(later([madeDeed('filter-wash', 22, null, { deletedAt: at(80) })], []).step).toBe('passed');
    expect(later([madeDeed('filter-rinse', 22)], []).step).toBe('passed');
  });
  it('is failed when either still shows, and says which', () => {
    expect(step(pair(24, '0.5 (0.4–0.7)', zero), 25)).toBe('failed');
    const { says } = challengeOf([dose], pair(24, zero, '1 (0.7–2)'), at(25))!;
    expect(says).toContain('a day after the dose nitrite still shows');
  });
  it('cannot tell when a range holds both', () => {
    expect(step(pair(24, zero, '0.2 (0–0.4)'), 25)).toBe('unclear');
  });
  it('takes no test of other hours for the second pair', () => {
    expect(step(pair(8, zero, zero), 23)).toBe('due');
    expect(step(pair(34, zero, zero), 40)).toBe('missed');
  });
  it('goes by the newest that was not deleted', () => {
    const second = madeDeed('challenge', 22, null, { deletedAt: at(50) });
    expect(challengeOf([dose, second], [], at(49))!.deedId).toBe(dose.id);
    expect(challengeOf([madeDeed('ammonia-dose', 20)], [], at(3))).toBeNull();
  });
});
