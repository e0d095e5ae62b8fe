import { isDilutable, isSizable, shippedMethods } from '@hedge-lamp/core/methods';

const ids = (fits: (typeof shippedMethods)[number][]) => fits.map((m) => m.id);

describe('what may be done to the sample', () => {
  it('is diluting, of all but pH, temperature, gases, rock and what a pen reads', () => {
    const not = shippedMethods.filter((m) => !isDilutable(m));
    // Air gives and takes a gas while one pours; a dilution of chlorine is done at once, in water without any.
    const never = ['ph', 'temperature', 'dissolved-oxygen', 'carbon-dioxide', 'rock-carbonate'];
    for (const { parameter, result } of not) if (result.by !== 'meter') expect(never).toContain(parameter);
    for (const method of shippedMethods) if (method.result.by === 'meter') expect(not).toContain(method);
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
      'calcium-drops',
      'carbon-dioxide-drops',
      'dissolved-oxygen-drops',
      'gh-drops',
      'hardness-titration',
      'kh-drops',
      'magnesium-drops',
    ]);
  });
});
