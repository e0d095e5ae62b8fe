import { effectWords, isHold, whenWords } from '../src/remedies/plan-words';

const now = new Date(2026, 10, 27, 18, 0).getTime();
const at = (hours: number, within = false) => whenWords({ at: now + hours * 3_600_000, within }, now);

describe('when a line of a plan is to be done', () => {
  it.each([
    ['at once', at(0), 'now'],
    ['what was due earlier', at(-3), 'now'],
    ['today, by the clock', at(2), '20:00'],
    ['today at the latest', at(2, true), 'by 20:00'],
    ['tomorrow morning', at(14), 'tomorrow 08:00'],
    ['tomorrow at the latest', at(24, true), 'by tomorrow'],
    ['another day', at(72), 'Monday, 30 November'],
    ['another day at the latest', at(72, true), 'by Monday, 30 November'],
    ['without a clock', whenWords({ at: null, within: false }, now), ''],
  ])('%s', (_name, said, expected) => expect(said).toBe(expected));
});

describe('what a line does', () => {
  it('is said before and after, with its unit and an open end as such', () => {
    const before = { low: 3, best: 4, high: null };
    const after = { low: 1.5, best: 2, high: 2.5 };
    expect(effectWords({ label: 'Total ammonia', unit: 'mg/L NH3-N', before, after })).toBe(
      'Total ammonia over 3 → 2 (1.5–2.5) mg/L NH3-N',
    );
    expect(
      effectWords({
        label: 'pH at once',
        unit: '',
        before: { low: 8, best: 8, high: 8 },
        after: { low: 7.5, best: 7.6, high: 7.7 },
      }),
    ).toBe('pH at once 8 → 7.6 (7.5–7.7)');
  });
  it('is no deed where it is held back', () => {
    expect([isHold({ kind: 'hold' }), isHold({ kind: 'change' })]).toEqual([true, false]);
  });
});
