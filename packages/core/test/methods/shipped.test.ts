import { MethodSchema, methodOf, shippedMethods, titrationInterval } from '@hedge-lamp/core/methods';
import { cardOf } from '@hedge-lamp/core/color';
import { parameters } from '@hedge-lamp/core/readings';
import { unitOf } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';

describe.each(shippedMethods.map((m) => [m.name, m] as const))('%s', (_name, method) => {
  it('is a valid document, with its own id', () => {
    expect(MethodSchema.parse(JSON.parse(JSON.stringify(method)))).toEqual(method);
    expect(shippedMethods.filter((m) => m.id === method.id)).toHaveLength(1);
  });
  it('takes drops only from its own bottles', () => {
    const bottles = method.bottles.map((b) => b.id);
    method.steps.forEach((s) => 'bottle' in s && expect(bottles).toContain(s.bottle));
  });
  it('ends in something to read, in a unit of its parameter', () => {
    expect(method.steps.at(-1)!.do).toMatch(/^(count-to-turn|read-card|read-meter)$/);
    const { result } = method;
    const unit = result.by === 'card' ? cardOf(result.cardId).unit : result.unit;
    expect(unitOf(parameters[method.parameter].kind, unit).id).toBe(unit);
  });
});

describe('a titration', () => {
  it('of n drops holds every true value that would have turned at the nth drop', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 40, noNaN: true }), (truth) => {
        const { low, high } = titrationInterval(Math.ceil(truth), 1);
        expect(low).toBeLessThan(truth);
        expect(truth).toBeLessThanOrEqual(high);
      }),
    );
  });
  it('of 9 drops at 17.1 mg/L each is 153.9 mg/L as CaCO3 (common practice)', () => {
    expect(titrationInterval(9, 17.1).best).toBeCloseTo(153.9, 9);
  });
  it('of a method that is not there is refused by name', () => {
    expect(() => methodOf('nothing')).toThrow(/no method called “nothing”/);
  });
});
