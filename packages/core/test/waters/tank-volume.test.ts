import { netVolume } from '@hedge-lamp/core/waters';

describe('the volume of a water', () => {
  it('of a box 100 × 40 × 50 cm is 200 L', () => {
    expect(
      netVolume({
        vessel: { shape: 'box', length: 100, width: 40, depth: 50 },
        substrateDepth: 0,
        decorLiters: 0,
      }).netLiters,
    ).toBe(200);
  });
  it('of a cylinder 10 cm across and 100 cm deep is 7.854 L (area π r²)', () => {
    expect(
      netVolume({
        vessel: { shape: 'cylinder', diameter: 10, depth: 100 },
        substrateDepth: 0,
        decorLiters: 0,
      }).netLiters,
    ).toBeCloseTo(7.854, 3);
  });
  it('of a quarter round is a quarter of the full round', () => {
    const quarter = netVolume({
      vessel: { shape: 'quarter-round', radius: 50, depth: 40 },
      substrateDepth: 0,
      decorLiters: 0,
    });
    const full = netVolume({
      vessel: { shape: 'cylinder', diameter: 100, depth: 40 },
      substrateDepth: 0,
      decorLiters: 0,
    });
    expect(quarter.netLiters * 4).toBeCloseTo(full.netLiters, 9);
  });
  it('loses the solid part of gravel and all of the stones', () => {
    const v = netVolume({
      vessel: { shape: 'box', length: 100, width: 40, depth: 50 },
      substrateDepth: 5,
      decorLiters: 8,
    });
    expect(v.grossLiters).toBe(200);
    expect(v.displacedLiters).toBeCloseTo(20 * 0.6 + 8, 9);
    expect(v.netLiters).toBeCloseTo(180, 9);
  });
  it('never falls below nothing', () => {
    expect(
      netVolume({
        vessel: { shape: 'oval', length: 10, width: 10, depth: 1 },
        substrateDepth: 0,
        decorLiters: 500,
      }).netLiters,
    ).toBe(0);
  });
});
