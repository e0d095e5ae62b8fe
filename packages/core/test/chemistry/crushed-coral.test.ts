import { crushedCoral } from '@hedge-lamp/core/chemistry';
import { interval, point } from '@hedge-lamp/core/quantity';

describe('crushed coral', () => {
  it('is a pound in ten US gallons, about 12 g in a liter (common practice), and goes with the volume', () => {
    expect(crushedCoral(point(10 * 3.785411784)).value.best).toBeCloseTo(453.59237, 9);
    expect(crushedCoral(point(1)).value.best).toBeCloseTo(12, 1);
    expect(crushedCoral(interval(90, 100, 110)).value.low).toBeCloseTo(1078, 0);
    expect(crushedCoral(point(100)).workings.caveats.join()).toContain('over weeks');
  });
  it('refuses a volume that is none', () => {
    for (const liters of [0, -5, 1e10]) expect(() => crushedCoral(point(liters))).toThrow(/volume/i);
  });
});
