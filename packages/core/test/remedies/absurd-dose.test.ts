import { checkDose } from '@hedge-lamp/core/remedies';

const fieldOf = (amount: Parameters<typeof checkDose>[0]['amount'], liters: number | null) => {
  try {
    checkDose({ amount }, liters);
    return null;
  } catch (error) {
    return (error as { field: string }).field;
  }
};

describe('a dose that nobody gives', () => {
  it('is refused beside its field: 1 g of NH4Cl in 1 L is 262 mg/L as N', () => {
    expect(fieldOf({ by: 'ammonium-chloride', grams: '1' }, 1)).toBe('amount.grams');
    expect(fieldOf({ by: 'ammonium-chloride', grams: '1' }, 100)).toBeNull();
    expect(fieldOf({ by: 'rise', text: '101', unit: 'mg/L NH3-N' }, null)).toBe('amount.text');
    // 120 mg/L NH4 are 93 mg/L as N.
    expect(fieldOf({ by: 'rise', text: '120', unit: 'mg/L NH4' }, null)).toBeNull();
    expect(
      fieldOf({ by: 'household-ammonia', milliliters: '1000', strength: '10', density: '0.96' }, 100),
    ).toBe('amount.milliliters');
    expect(fieldOf({ by: 'feed', grams: '5000', protein: '45', rots: false }, 100)).toBe('amount.grams');
  });
  it('cannot be judged without a volume, and other deeds are none of its business', () => {
    expect(fieldOf({ by: 'ammonium-chloride', grams: '1000' }, null)).toBeNull();
    expect(fieldOf({ by: 'part', percent: '100' }, 100)).toBeNull();
    expect(fieldOf(null, 100)).toBeNull();
  });
});
