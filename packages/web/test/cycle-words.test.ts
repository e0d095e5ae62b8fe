import { chanceWords } from '@hedge-lamp/core/cycle';
import { dayName, onDay, readySentence } from '../src/cycle/cycle-words';

/** A Wednesday. */
const now = new Date(2026, 10, 25, 18).getTime();
const day = 86_400_000;

describe('days to come', () => {
  it.each([
    [0, 'today'],
    [1, 'tomorrow'],
    [2, 'Friday 27 November'],
    [10, 'Saturday 5 December'],
    [60, 'Sunday 24 January 2027'],
    [-3, '22 November'],
  ])('in %d days: %s', (days, says) => {
    expect(dayName(now + days * day, now)).toBe(says);
  });
  it('go by the calendar, not by hours', () => {
    expect(dayName(new Date(2026, 10, 26, 1).getTime(), now)).toBe('tomorrow');
    expect(onDay(new Date(2026, 10, 26, 1).getTime(), now)).toBe('tomorrow');
    expect(onDay(now + 2 * day, now)).toBe('on Friday 27 November');
  });
});

describe('the sentence on readiness', () => {
  const startedAt = now - 20 * day;
  const says = (early: number | null, middle: number | null, late: number | null, atAll = 1) => {
    const on = (x: number | null) => (x === null ? null : 20 + x);
    const ready = { early: on(early), middle: on(middle), late: on(late), atAll };
    return readySentence({ ready }, startedAt, now);
  };
  it('names the most likely day and four in five, as dates', () => {
    expect(says(6, 10, 12)).toBe(
      'Most likely ready on Saturday 5 December; four times in five between Tuesday 1 December and Monday 7 December.',
    );
  });
  it('says how likely it is that it takes longer than is looked ahead, and promises no end that it does not see', () => {
    expect(says(6, 10, 12, 0.8)).toMatch(
      /Monday 7 December\. 2 in 10 take over ten weeks, or never get there\.$/,
    );
    expect(says(6, 10, 12, 0.97)).not.toMatch(/ten weeks/);
    expect(says(null, null, null, 0)).toMatch(/^Not ready within the ten weeks/);
  });
  it('is short where it is near', () => {
    expect(says(0, 0, 0)).toBe('Most likely ready today, four times in five on that very day.');
    expect(says(0, 1, 2)).toBe(
      'Most likely ready tomorrow; four times in five between today and Friday 27 November.',
    );
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
