import { numberedTubes } from '../src/bench/tube-numbers';
import fc from 'fast-check';

describe('numbers of tubes', () => {
  it('stay while a tube stands, whichever other goes', () => {
    const three = numberedTubes({}, ['a', 'b', 'c']);
    expect(three).toEqual({ a: 1, b: 2, c: 3 });
    expect(numberedTubes(three, ['b', 'c'])).toEqual({ b: 2, c: 3 });
    expect(numberedTubes({ b: 2, c: 3 }, ['b', 'c', 'd'])).toEqual({ b: 2, c: 3, d: 1 });
  });

  it('are each given once, from 1, and never change for one that stays, whatever comes and goes', () => {
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(fc.constantFrom(...'abcdefghij')), { minLength: 1 }), (racks) => {
        let numbers: Record<string, number> = {};
        let before: string[] = [];
        for (const rack of racks) {
          const now = numberedTubes(numbers, rack);
          expect(new Set(Object.values(now)).size).toBe(rack.length);
          expect(Object.keys(now).sort()).toEqual([...rack].sort());
          for (const id of rack) if (before.includes(id)) expect(now[id]).toBe(numbers[id]);
          for (const n of Object.values(now)) expect(n).toBeGreaterThanOrEqual(1);
          [numbers, before] = [now, rack];
        }
      }),
    );
  });
});
