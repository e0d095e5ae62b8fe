import { isDilutable, isSizable, shippedMethods } from '@hedge-lamp/core/methods';

const ids = (fits: (typeof shippedMethods)[number][]) => fits.map((m) => m.id);

describe('what may be done to the sample', () => {
  it('is diluting, of all but pH, temperature, rock and what a pen reads', () => {
    const not = shippedMethods.filter((m) => !isDilutable(m));
    for (const { parameter } of not) expect(['ph', 'temperature', 'rock-carbonate']).toContain(parameter);
    expect(ids(not)).toEqual(
      expect.arrayContaining([
        'ph-low-range',
        'ph-high-range',
        'pen-ph',
        'pen-temperature',
        'rock-acid-drop',
      ]),
    );
  });
  it('is another size, of what is titrated by drops', () => {
    expect(ids(shippedMethods.filter(isSizable)).sort()).toEqual([
      'alkalinity-acid-titration',
      'gh-drops',
      'hardness-titration',
      'kh-drops',
    ]);
  });
});
