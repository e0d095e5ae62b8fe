import {
  adapted,
  band,
  commonLights,
  daylight,
  d65,
  planckLight,
  plantLight,
  seenThrough,
  spectrumOf,
  srgbWhite,
  transmittance,
  vialBands,
  vialColor,
  labOf,
  deltaE,
} from '@hedge-lamp/core/color';
import fc from 'fast-check';

const chromaticity = (light: Parameters<typeof seenThrough>[0]) => {
  const { x, y, z } = seenThrough(light);
  return { x: x / (x + y + z), y: y / (x + y + z) };
};

describe('lights', () => {
  // CIE 15, 1931 observer. The observer here is a fit (Wyman, Sloan & Shirley 2013): 0.0015 is what it is off by most.
  it.each([
    ['A', planckLight(2856), 0.44757, 0.40745],
    ['D50', daylight(5003), 0.34567, 0.3585],
    ['D65', daylight(6504), 0.31272, 0.32903],
    ['D75', daylight(7504), 0.29902, 0.31485],
  ])('%s has its published white point', (_name, light, x, y) => {
    const found = chromaticity(light);
    expect(Math.abs(found.x - x)).toBeLessThan(0.0015);
    expect(Math.abs(found.y - y)).toBeLessThan(0.0015);
  });
  it('a bulb is redder than daylight, a plant light neither', () => {
    expect(chromaticity(planckLight(2700)).x).toBeGreaterThan(chromaticity(daylight(7500)).x + 0.1);
    expect(chromaticity(plantLight).y).toBeLessThan(0.2);
  });
  it('daylight is defined from 4000 K on', () => {
    expect(() => daylight(3000)).toThrow(/from 4000/);
    expect(() => daylight(NaN)).toThrow(RangeError);
  });
});

describe('what is seen', () => {
  it('under D65 clear water is the white of a screen', () => {
    const white = adapted(seenThrough(d65), seenThrough(d65));
    expect(white.x).toBeCloseTo(srgbWhite.x, 6);
    expect(white.y).toBeCloseTo(1, 6);
    expect(white.z).toBeCloseTo(srgbWhite.z, 6);
    // And as it falls in, before any adapting, within what the fit of the observer is off.
    expect(Math.abs(seenThrough(d65).x - srgbWhite.x)).toBeLessThan(0.01);
    expect(Math.abs(seenThrough(d65).z - srgbWhite.z)).toBeLessThan(0.02);
  });
  it('clear water is white in every light, to an eye that is used to it', () => {
    for (const light of [...commonLights, plantLight])
      expect(deltaE(labOf(vialColor([], { light })), { l: 100, a: 0, b: 0 })).toBeLessThan(0.05);
  });

  it('absorbances add up: two dyes let through the product of what each does (Beer–Lambert)', () => {
    const height = fc.double({ min: 0, max: 2, noNaN: true });
    const center = fc.double({ min: 390, max: 770, noNaN: true });
    fc.assert(
      fc.property(height, height, center, center, (one, other, a, b) => {
        const [first, second] = [band(a, 90, one), band(b, 120, other)];
        const both = transmittance([first, second]);
        const [alone, beside] = [transmittance([first]), transmittance([second])];
        both.forEach((t, k) => expect(t).toBeCloseTo(alone[k]! * beside[k]!, 12));
      }),
    );
  });
  it('twice the path takes as much as twice the dye', () => {
    const dye = [band(540, 95, 0.4)];
    const twice = [band(540, 95, 0.8)];
    transmittance(dye, 2).forEach((t, k) => expect(t).toBeCloseTo(transmittance(twice)[k]!, 12));
  });
  it('a gray filter keeps the hue and lowers the light to a tenth', () => {
    const seen = seenThrough(
      d65,
      spectrumOf(() => 0.1),
    );
    expect(seen.y).toBeCloseTo(0.1, 12);
    expect(seen.x / seen.y).toBeCloseTo(seenThrough(d65).x, 12);
  });
  it('far too much nitrite looks like none', () => {
    const at = (amount: number) => labOf(vialColor(vialBands('azo-nitrite', amount)));
    expect(deltaE(at(2.4), at(0))).toBeGreaterThan(30);
    expect(deltaE(at(9), at(0))).toBeGreaterThan(30);
    expect(deltaE(at(600), at(0))).toBeLessThan(2);
  });
});
