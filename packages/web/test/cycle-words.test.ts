import { chanceWords } from '@hedge-lamp/core/cycle';
import { dayName, readySentence } from '../src/cycle/cycle-words';

/** A Wednesday. */
const now = new Date(2026, 10, 25, 18).getTime();
const day = 86_400_000;

describe('days to come', () => {
  it.each([
    [0, 'today'],
    [1, 'tomorrow'],
    [2, 'Friday'],
    [6, 'Tuesday'],
    [7, 'Wednesday week'],
    [8, 'Thursday week'],
    [13, 'Tuesday week'],
    [14, '9 December'],
    [60, '24 January 2027'],
    [-3, '22 November'],
  ])('in %d days: %s', (days, says) => {
    expect(dayName(now + days * day, now)).toBe(says);
  });
  it('go by the calendar, not by hours', () => {
    expect(dayName(new Date(2026, 10, 26, 1).getTime(), now)).toBe('tomorrow');
  });
});

describe('the sentence on readiness', () => {
  const startedAt = now - 20 * day;
  const says = (early: number | null, middle: number | null, late: number | null) => {
    const on = (x: number | null) => (x === null ? null : 20 + x);
    return readySentence({ ready: { early: on(early), middle: on(middle), late: on(late) } }, startedAt, now);
  };
  it('names the most likely day and four in five', () => {
    expect(says(6, 8, 12)).toBe(
      'Most likely ready Thursday week; four times in five between Tuesday and Monday week.',
    );
  });
  it('does not promise an end that it does not see', () => {
    expect(says(10, 30, null)).toBe(
      'Most likely ready 25 December, not before Saturday week; it may take far longer.',
    );
    expect(says(30, null, null)).toMatch(/^Not before 25 December; more likely than not later/);
    expect(says(null, null, null)).toMatch(/^Not ready within the ten weeks/);
  });
  it('is short where it is all but sure', () => {
    expect(says(0, 0, 0)).toBe('Most likely ready today.');
    expect(says(2, 2, 2)).toBe('Most likely ready Friday, almost for sure.');
  });
});

describe('a chance in words', () => {
  it.each([
    [0, 'under 1 in 100'],
    [0.3, '3 in 10'],
    [0.97, '97 in 100'],
    [0.56, '56 in 100'],
    [1, 'over 99 in 100'],
  ])('%d: %s', (share, says) => {
    expect(chanceWords(share)).toBe(says);
  });
});
