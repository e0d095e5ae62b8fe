import {
  CheckedDeedDraftSchema,
  type DeedAmount,
  amountWords,
  effectOf,
  effectWords,
} from '@hedge-lamp/core/remedies';

const draft = (kind: string, amount: object | null) => ({
  id: '00000000-0000-4000-8000-000000000001',
  waterId: '00000000-0000-4000-8000-000000000002',
  kind,
  at: Date.UTC(2026, 5, 1),
  zone: 'Etc/UTC',
  amount,
});
const issues = (kind: string, amount: object | null) =>
  (CheckedDeedDraftSchema.safeParse(draft(kind, amount)).error?.issues ?? []).map(
    (i) => `${i.path.join('.')}: ${i.message}`,
  );

describe('what an amount does to 100 liters', () => {
  it.each<[string, DeedAmount, object]>([
    ['0.3819 g of ammonium chloride', { by: 'ammonium-chloride', grams: '0.3819' }, { ammonia: 1 }],
    [
      // 10 · w · d · 0.8224 mg N in a mL, and one equivalent of alkalinity a mole.
      '10 mL of household ammonia of 10 %',
      { by: 'household-ammonia', milliliters: '10', strength: '10', density: '0.96' },
      { ammonia: 7.895, alkalinity: 7.895 / 14.007 },
    ],
    [
      '2.996 g of bicarbonate: 1 °dKH',
      { by: 'salt', salt: 'sodium-bicarbonate', grams: '2.996' },
      { alkalinity: 0.35665, dic: 0.35665 },
    ],
    ['a third of the water', { by: 'part', percent: '33' }, { part: 0.33 }],
    ['25 L', { by: 'liters', liters: '25' }, { part: 0.25 }],
    ['more liters than there are', { by: 'liters', liters: '250' }, { part: 1 }],
    ['2 mg/L of NH4', { by: 'rise', text: '2', unit: 'mg/L NH4' }, { ammonia: 2 / 1.2878 }],
    // Feed × protein × 0.092 (Timmons & Ebeling); what rots gives the 16 % of nitrogen in protein.
    ['1 g of feed that is eaten', { by: 'feed', grams: '1', protein: '40', rots: false }, { food: 0.368 }],
    ['1 g of feed that rots', { by: 'feed', grams: '1', protein: '40', rots: true }, { food: 0.64 }],
  ])('%s', (_says, amount, expected) => {
    const effect = effectOf(amount, 100);
    expect(Object.keys(effect).sort()).toEqual(Object.keys(expected).sort());
    for (const [name, value] of Object.entries(expected))
      expect(effect[name as 'part']!.best / (value as number)).toBeCloseTo(1, 3);
    expect(amountWords(amount)).not.toBe('');
    expect(effectWords(amount, 100)).not.toBe('');
  });
  it('keeps a range that was typed', () => {
    expect(effectOf({ by: 'part', percent: '30-40' }, 100).part).toMatchObject({ low: 0.3, high: 0.4 });
  });
  it('needs the volume where it is not a share', () => {
    expect(() => effectOf({ by: 'ammonium-chloride', grams: '1' }, null)).toThrow(/volume/);
    expect(effectWords({ by: 'ammonium-chloride', grams: '1' }, null)).toBe('');
  });
});

describe('an amount that cannot be is refused beside its field', () => {
  it.each<[string, string, object, RegExp]>([
    ['half typed', 'ammonia-dose', { by: 'ammonium-chloride', grams: 'x' }, /^amount\.grams: /],
    ['empty', 'ammonia-dose', { by: 'ammonium-chloride', grams: ' ' }, /^amount\.grams: Type a figure/],
    ['more than all of it', 'water-change', { by: 'part', percent: '140' }, /^amount\.percent: .*100/],
    [
      'nothing',
      'buffer',
      { by: 'salt', salt: 'sodium-bicarbonate', grams: '0' },
      /^amount\.grams: .*more than 0/,
    ],
    [
      'another kind',
      'water-change',
      { by: 'ammonium-chloride', grams: '1' },
      /^amount\.by: “Water change” is not told/,
    ],
    [
      'a bottle that is not sold',
      'ammonia-dose',
      { by: 'household-ammonia', milliliters: '5', strength: '80', density: '0.96' },
      /^amount\.strength/,
    ],
  ])('%s', (_says, kind, amount, message) => {
    expect(issues(kind, amount)[0]).toMatch(message);
  });
  it('and words alone are fine', () => {
    expect(issues('water-change', null)).toEqual([]);
  });
});
