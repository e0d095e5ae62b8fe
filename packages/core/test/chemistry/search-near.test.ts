import { carbonateSystem } from '@hedge-lamp/core/chemistry';
import type * as Solving from '../../src/chemistry/solve-rising';

/** Where the search for a pH begins: which way the answer is found cannot be seen from outside. */
const searched: [low: number, high: number][] = [];
jest.mock('../../src/chemistry/solve-rising', () => {
  const real = jest.requireActual<typeof Solving>('../../src/chemistry/solve-rising');
  return {
    solveRising: (...asked: Parameters<typeof real.solveRising>) => {
      searched.push([asked[1], asked[2]]);
      return real.solveRising(...asked);
    },
  };
});

const at = { temperature: 25, ionicStrength: 0.003 };
beforeEach(() => (searched.length = 0));

describe('the pH at which carbon carries an alkalinity', () => {
  it.each([
    [1, 1.1],
    [2, 2.05],
    [5, 5.6],
    [0.5, 0.9],
  ])('is sought close by the square equation: %d meq/L with %d mmol/L', (alkalinity, dic) => {
    const { ph } = carbonateSystem({ alkalinity, dic }, at);
    expect(searched).toHaveLength(1);
    const [low, high] = searched[0]!;
    expect(high - low).toBeCloseTo(0.04, 9);
    expect(ph).toBeGreaterThanOrEqual(low);
    expect(ph).toBeLessThanOrEqual(high);
  });

  it.each([
    ['no alkalinity', 0, 1],
    ['more alkalinity than carbonate carries', 3, 1],
    ['OH beside carbonate', 3, 2.8],
    ['next to no carbon', 0.001, 0.0006],
  ])('is sought everywhere where that tells nothing: %s', (_, alkalinity, dic) => {
    carbonateSystem({ alkalinity, dic }, at);
    expect(searched).toEqual([[0, 14]]);
  });
});
