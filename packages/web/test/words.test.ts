import {
  agoInWords,
  countdown,
  countdownInWords,
  fromLocalInput,
  toLocalInput,
  withDates,
} from '../src/clock/words';

const noon = new Date(2026, 4, 20, 12).getTime();
const hour = 3_600_000;

describe('time in words', () => {
  it('writes days as a reader does, alone and in a sentence, and leaves what is none', () => {
    expect(withDates('2026-07-04')).toBe('4 Jul 2026');
    expect(withDates('Rain of 2026-11-30 and 2026-12-01 came in.')).toBe(
      'Rain of 30 Nov 2026 and 1 Dec 2026 came in.',
    );
    expect(withDates('lot 2026-13-45, 12026-07-04, 2026-02-30')).toBe(
      'lot 2026-13-45, 12026-07-04, 2026-02-30',
    );
  });
  it.each([
    [0, 'just now'],
    [2 * hour, 'today 10:00'],
    [20 * hour, 'yesterday 16:00'],
    [40 * hour, '2 days ago'],
    [24 * 30 * hour, '30 days ago'],
    [24 * 70 * hour, '2 months ago'],
  ])('%d ms back is %s', (back, words) => {
    expect(agoInWords(noon - back, noon)).toBe(words);
  });

  it('counts down by the instant, never below zero', () => {
    expect(countdown(noon + 299_400, noon)).toBe('5:00');
    expect(countdown(noon + 61_000, noon)).toBe('1:01');
    expect(countdown(noon - hour, noon)).toBe('0:00');
    expect(countdownInWords(noon + 61_000, noon)).toBe('1 min 1 s');
  });

  it('reads back what it put into an input, and nothing from half a date', () => {
    expect(fromLocalInput(toLocalInput(noon))).toBe(noon);
    expect(fromLocalInput('')).toBeNull();
    expect(fromLocalInput('2026-13-99T00:00')).toBeNull();
  });
});
