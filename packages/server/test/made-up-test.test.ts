import { fromWire } from '@hedge-lamp/core/quantity';
import { cardFor, interpret } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { convert, canonicalUnit } from '@hedge-lamp/core/quantity';
import { methodOf } from '@hedge-lamp/core/methods';
import { madeUpTest } from '../src/demo/made-up-test';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { toWire } from '@hedge-lamp/core/quantity';

describe('a test made up from a known truth', () => {
  it.each([
    ['kh-drops', 0.5, 12],
    ['gh-drops', 1, 20],
    ['pen-ph', 6, 8.5],
    ['pen-temperature', 5, 28],
    ['ammonia-salicylate-two-bottles', 0.05, 5],
    ['nitrite-one-bottle', 0.05, 2],
    ['nitrate-two-bottles', 2, 90],
  ])('%s is read back to an interval that nearly always holds it', (methodId, from, to) => {
    const random = seededRandom(7);
    const method = methodOf(methodId);
    const { kind } = parameterInfo(method.parameter);
    const { result } = method;
    const unit = 'unit' in result ? result.unit : (cardFor(method, method.parameter)?.unit ?? '');
    let held = 0;
    const times = 400;
    for (let k = 0; k < times; k++) {
      const truth = from + random.next() * (to - from);
      const entered = madeUpTest(methodId, truth, random);
      const { value } = interpret({ parameter: method.parameter, methodId, entered, doubts: [] });
      const { low, high } = fromWire(toWire(value!));
      const canonical = convert(truth, kind, unit, canonicalUnit(kind));
      if (canonical >= low && canonical <= high) held += 1;
    }
    // Hand and eye are given an unevenness that leaves the interval now and then, as real ones do.
    expect(held / times).toBeGreaterThan(0.8);
  });

  it('past the top of its card is called so', () => {
    expect(madeUpTest('nitrite-one-bottle', 50, seededRandom(1))).toMatchObject({
      match: { found: 'past-top' },
    });
  });
});

describe('the repeatable generator', () => {
  it('gives the same numbers for the same seed, evenly in 0 to 1', () => {
    const [a, b] = [seededRandom(3), seededRandom(3)];
    const numbers = Array.from({ length: 5000 }, () => a.next());
    expect(numbers).toEqual(Array.from({ length: 5000 }, () => b.next()));
    const mean = numbers.reduce((s, x) => s + x, 0) / numbers.length;
    expect(Math.abs(mean - 0.5)).toBeLessThan(0.02);
    expect(Math.max(...numbers)).toBeLessThan(1);
  });
});
