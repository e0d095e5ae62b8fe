import {
  deltaE,
  freeDye,
  labOf,
  phAfterAcid,
  turnBands,
  turnIndicators,
  turnPicture,
  vialColor,
} from '@hedge-lamp/core/color';
import { shippedMethods } from '@hedge-lamp/core/methods';

const kh = (drops: number, amount = 5.6) => ({ amount, unit: '°dKH', perDrop: 1, drops });

describe('the titration of alkalinity', () => {
  it('begins at the pH of the water', () => expect(phAfterAcid(kh(0))).toBeCloseTo(7.6, 6));
  it('passes pK1 where half of the bicarbonate is carbonic acid', () => {
    // DIC is a little more than the alkalinity at pH 7.6; half of it is reached near half of the drops.
    // Source: carbonate equilibrium, pK1 6.35 at 25 °C (Plummer & Busenberg 1982).
    expect(phAfterAcid(kh(2.6))).toBeGreaterThan(6.2);
    expect(phAfterAcid(kh(2.6))).toBeLessThan(6.5);
  });
  it('ends near pH 4.5, where the acid has met all alkalinity', () => {
    // Standard Methods 2320 (from memory): 4.9 for 30 mg/L, 4.6 for 150, 4.3 for 500, as CaCO3. 100 mg/L is 5.6 °dKH.
    const end = phAfterAcid(kh(5.6));
    expect(end).toBeGreaterThan(4.4);
    expect(end).toBeLessThan(4.9);
  });
  it('falls with every drop', () => {
    const phs = Array.from({ length: 9 }, (_, drops) => phAfterAcid(kh(drops)));
    phs.slice(1).forEach((ph, k) => expect(ph).toBeLessThan(phs[k]!));
  });
});

describe('the titration of hardness', () => {
  const gh = (drops: number) => ({ amount: 6.4, unit: '°dGH', perDrop: 1, drops });
  it('keeps its dye bound until the titrant has taken the metal', () => {
    expect(freeDye(gh(0))).toBeLessThan(0.01);
    expect(freeDye(gh(6))).toBeLessThan(0.2);
    expect(freeDye(gh(7))).toBeGreaterThan(0.9);
  });
  it('conserves metal: the free metal is what the complex leaves', () => {
    // At exactly as much titrant as metal, K m² = titrant (mass action); 6.4 °dGH is 1.141 mmol/L.
    const free = 1 / freeDye({ ...gh(6.4) }) - 1;
    expect(free / 10 ** 5.4).toBeCloseTo(Math.sqrt((6.4 * 0.17832e-3) / 10 ** 8.25), 7);
  });
});

describe('the turn', () => {
  it.each(turnIndicators)('of %s is the largest step of all, and over after it', (indicator) => {
    const unit = indicator.startsWith('hardness') ? '°dGH' : '°dKH';
    const { before, turned, after } = turnPicture(indicator, unit, 1);
    expect(before).toHaveLength(3);
    expect(deltaE(before[2]!, turned)).toBeGreaterThan(10);
    expect(deltaE(turned, after)).toBeLessThan(deltaE(before[2]!, turned) / 2);
  });
  it('of KH goes from blue to yellow, of GH from orange to green', () => {
    const at = (indicator: (typeof turnIndicators)[number], drops: number) =>
      labOf(
        vialColor(
          turnBands(indicator, {
            amount: 5.6,
            unit: indicator.startsWith('hardness') ? '°dGH' : '°dKH',
            perDrop: 1,
            drops,
          }),
        ),
      );
    expect(at('bromocresol-green', 0).b).toBeLessThan(-10);
    expect(at('bromocresol-green', 7).b).toBeGreaterThan(30);
    expect(at('hardness-on-yellow', 0).a).toBeGreaterThan(10);
    expect(at('hardness-on-yellow', 7).a).toBeLessThan(-10);
  });
  it('is known for every drop of KH and GH that is counted to a turn', () => {
    for (const method of shippedMethods.filter((m) => ['alkalinity', 'hardness'].includes(m.parameter)))
      for (const step of method.steps)
        if (step.do === 'count-to-turn') expect(turnIndicators).toContain(step.indicator);
  });
});
