import { oxygenSaturation } from '@hedge-lamp/core/chemistry';
import { shippedParameters } from '@hedge-lamp/core/parameters';
import { interpret } from '@hedge-lamp/core/readings';

const read = (
  parameter: 'dissolved-oxygen' | 'turbidity',
  text: string,
  unit: string,
  beside?: { celsius?: string; meters?: string; salt?: string },
) =>
  interpret({
    parameter,
    methodId: null,
    doubts: [],
    entered: { how: 'figure', text, unit, ...(beside ? { beside } : {}) },
  });

describe('oxygen as percent of saturation', () => {
  it('is mg/L by temperature and height', () => {
    const { value, workings } = read('dissolved-oxygen', '100', '% of saturation', {
      celsius: '20.0',
      meters: '0',
      salt: '0',
    });
    expect(value!.best).toBeCloseTo(9.09, 1);
    expect(value!.low).toBeLessThan(9.07);
    expect(value!.high).toBeGreaterThan(9.11);
    expect(workings.substituted).toContain('20.0 °C');
  });
  it('is less on a mountain', () => {
    const { value } = read('dissolved-oxygen', '100', '% of saturation', {
      celsius: '20.0',
      meters: '2000',
      salt: '0',
    });
    expect(value!.best).toBeCloseTo(oxygenSaturation(20, 2000, 0), 6);
    expect(value!.best).toBeLessThan(7.2);
  });
  it.each([
    [{}, 'entered.beside.celsius'],
    [{ celsius: '20' }, 'entered.beside.meters'],
    [{ celsius: '20', meters: '0' }, 'entered.beside.salt'],
    [{ celsius: 'warm', meters: '0', salt: '0' }, 'entered.beside.celsius'],
    [{ celsius: '70', meters: '0', salt: '0' }, 'entered.beside.celsius'],
  ])('without what it hangs on it is no figure: %p', (beside, field) => {
    expect(() => read('dissolved-oxygen', '80', '% of saturation', beside)).toThrow(
      expect.objectContaining({ field }),
    );
  });
  it('of sea water is a fifth less: what is too little there is not told as enough', () => {
    const salted = (salt: string) =>
      read('dissolved-oxygen', '70', '% of saturation', { celsius: '25', meters: '0', salt }).value!.best;
    expect(salted('0')).toBeGreaterThan(5.5);
    expect(salted('35')).toBeLessThan(5);
  });
  it('asks in the unit’s own letters', () => {
    expect(() => read('dissolved-oxygen', '80', '% of saturation')).toThrow(/temperature of the water, °C/);
  });
  it('an amount needs nothing beside it', () => {
    expect(read('dissolved-oxygen', '8.0', 'mg/L O2').value!.best).toBe(8);
  });
});

describe('turbidity by the height of a column', () => {
  it('rises as the column sinks', () => {
    const at = (cm: string) => read('turbidity', cm, 'cm of column').value!;
    expect(at('33').best).toBe(21);
    expect(at('10.2').best).toBe(120);
    expect(at('33').low).toBeLessThan(21);
    expect(at('3').high).toBe(Infinity);
    expect(at('60')).toMatchObject({ low: 0, high: expect.any(Number) });
  });
});

it('no unit of a parameter has the name of another', () => {
  for (const { kind, writtenAs = [] } of shippedParameters.map(
    (p): { kind: unknown; writtenAs?: readonly { id: string }[] } => p,
  ))
    for (const { id } of writtenAs)
      expect(typeof kind === 'object' && JSON.stringify(kind).includes(`"${id}"`)).toBe(false);
});
