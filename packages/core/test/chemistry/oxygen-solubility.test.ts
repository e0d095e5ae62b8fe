import { oxygenSaturation, pressureAtHeight } from '@hedge-lamp/core/chemistry';
import fc from 'fast-check';

describe('oxygen in water that is in balance with air', () => {
  it.each([
    // Standard Methods, table 4500-O:I, chlorinity 0, at 101.325 kPa (from memory).
    [0, 14.621],
    [5, 12.77],
    [10, 11.288],
    [15, 10.084],
    [20, 9.092],
    [25, 8.263],
    [30, 7.559],
    [35, 6.949],
    [40, 6.412],
  ])('at %p °C and sea level is %p mg/L', (celsius, told) => {
    expect(oxygenSaturation(celsius, 0, 0)).toBeCloseTo(told, 2);
  });
  it('the standard atmosphere has 89.87 kPa at 1000 m', () => {
    expect(pressureAtHeight(1000) * 101.325).toBeCloseTo(89.87, 1);
  });
  it.each([
    // Sea water of 35 g/kg, from memory of the same table by chlorinity 19.4.
    [0, 11.5],
    [10, 9.0],
    [20, 7.4],
    [30, 6.2],
  ])('in sea water at %p °C is about %p mg/L', (celsius, told) => {
    expect(Math.abs(oxygenSaturation(celsius, 0, 35) - told)).toBeLessThan(0.12);
  });
  it('falls with warmth and with height, for every water', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 39, noNaN: true }),
        fc.double({ min: -400, max: 4500, noNaN: true }),
        (celsius, meters) => {
          const here = oxygenSaturation(celsius, meters, 0);
          expect(here).toBeGreaterThan(0);
          expect(oxygenSaturation(celsius + 1, meters, 0)).toBeLessThan(here);
          expect(oxygenSaturation(celsius, meters + 100, 0)).toBeLessThan(here);
        },
      ),
    );
  });
});
