import { dateStyle, dated, isMonthFirst } from '../src/clock/dated';

describe('dates as they are written where a keeper lives', () => {
  it.each([
    ['en-US', true],
    ['en-GB', false],
    ['en-AU', false],
    ['de-DE', false],
    ['fr-FR', false],
    ['pt-BR', false],
    ['ja-JP', true],
    ['no language at all', false],
  ])('%s: month first %s', (language, first) => expect(isMonthFirst(language)).toBe(first));

  it.each([
    ['d MMM', 'MMM d'],
    ['d MMMM', 'MMMM d'],
    ['d MMM yyyy', 'MMM d, yyyy'],
    ['d MMM yyyy, HH:mm', 'MMM d, yyyy, HH:mm'],
    ['EEEE, d MMMM yyyy', 'EEEE, MMMM d, yyyy'],
    ['EEE d MMM', 'EEE, MMM d'],
    ['EEEE d MMMM', 'EEEE, MMMM d'],
  ] as const)('%s becomes %s', (style, there) => {
    // No line ends between the month and its day.
    expect(dateStyle(style, true)).toBe(there.replace(/(M) d/, '$1\u00a0d'));
    expect(dateStyle(style, false)).toBe(style);
  });

  it('an instant is written so', () => {
    const day = new Date(2026, 10, 24, 9);
    expect(dated(day, 'd MMM yyyy', 'en-US')).toBe('Nov\u00a024, 2026');
    expect(dated(day, 'd MMM yyyy', 'en-GB')).toBe('24 Nov 2026');
  });
});
