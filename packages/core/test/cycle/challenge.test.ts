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
    expect(step(pair(24, zero, zero), 25)).toBe('passed');
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
