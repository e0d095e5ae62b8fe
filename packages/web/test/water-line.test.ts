import type { Cell } from '@hedge-lamp/core/guidelines';
import type { DueTest } from '@hedge-lamp/core/schedule';
import { asStale, cellWords, dueWords } from '../src/waters/water-line';

const now = new Date(2026, 10, 26, 12, 0).getTime();
const day = 86_400_000;
const cell = (more: Partial<Cell> = {}): Cell => ({
  subject: 'ammonia',
  says: '1.4 (0.8–1.5) mg/L NH3-N',
  place: '',
  at: [0.65, 0.7, 0.72],
  open: false,
  zones: 'cwau',
  status: 'act',
  light: 'lit',
  estimate: false,
  ...more,
});
const due = (parameter: DueTest['parameter'], dueAt: number, why = 'Usual every 7 days.'): DueTest => ({
  parameter,
  label: parameter,
  dueAt,
  why,
  place: '',
  placeId: null,
});

describe('a small beam in words', () => {
  it.each([
    [{}, 'Total ammonia 1.4 (0.8–1.5) mg/L NH3-N, Act'],
    [{ light: 'dusk', status: 'unread' }, 'Total ammonia 1.4 (0.8–1.5) mg/L NH3-N, too old to rest on'],
    [{ light: 'dusk', status: 'act' }, 'Total ammonia 1.4 (0.8–1.5) mg/L NH3-N, too old to rest on, Act'],
    [{ light: 'dark', status: 'unread', says: '', at: null }, 'Total ammonia, never read'],
    [{ estimate: true }, 'Total ammonia 1.4 (0.8–1.5) mg/L NH3-N, worked out, Act'],
    [{ place: 'below' }, 'Total ammonia, below: 1.4 (0.8–1.5) mg/L NH3-N, Act'],
  ] as const)('%j', (more, words) => expect(cellWords(cell(more))).toBe(words));
  it('says Clear no more where nobody knows whether it still is so; what was bad stays bad', () => {
    expect(asStale(cell({ status: 'clear' }))).toMatchObject({ status: 'unread', light: 'dusk' });
    expect(asStale(cell({ status: 'act' }))).toMatchObject({ status: 'act', light: 'dusk' });
    expect(asStale(cell({ light: 'dark', status: 'unread', at: null })).light).toBe('dark');
  });
  it('never says Clear of what is unread', () => {
    for (const light of ['lit', 'late', 'dusk', 'dark'] as const)
      expect(cellWords(cell({ status: 'unread', light }))).not.toMatch(/Clear/);
  });
});

describe('what is due, in few words', () => {
  it.each([
    [[], ''],
    [[due('alkalinity', now - 3600_000)], 'KH today'],
    [[due('alkalinity', now - 2 * day), due('ph', now)], 'KH, pH since 24 Nov'],
    [[due('alkalinity', now), due('ph', now - 2 * day), due('nitrite', now)], '3 tests since 24 Nov'],
    [[due('nitrite', now - 90 * day, 'Not tested yet.')], 'nitrite'],
  ])('%#', (tests, words) => expect(dueWords({ due: tests }, now)).toBe(words));
});
