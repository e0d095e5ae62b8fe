import { shippedMethods } from '@hedge-lamp/core/methods';
import { FieldError } from '@hedge-lamp/core/quantity';
import {
  type Observation,
  type Reading,
  interpret,
  measures,
  workingsOfKept,
} from '@hedge-lamp/core/readings';
import { knownIds } from '@hedge-lamp/core/parameters';

const kh = (drops: number, more: Partial<Observation> = {}): Observation => ({
  parameter: 'alkalinity',
  methodId: 'kh-drops',
  entered: { how: 'drops', drops },
  doubts: [],
  ...more,
});
const pen = (text: string): Observation => ({
  parameter: 'ph',
  methodId: 'pen-ph',
  entered: { how: 'meter', text, unit: 'pH' },
  doubts: [],
});
const card = (match: Extract<Observation['entered'], { how: 'card' }>['match']): Observation => ({
  parameter: 'ammonia',
  methodId: 'ammonia-salicylate-two-bottles',
  entered: { how: 'card', cardId: 'salicylate-ammonia', match },
  doubts: [],
});
const fieldOf = (observation: Observation) => {
  try {
    interpret(observation);
  } catch (error) {
    return error instanceof FieldError ? error.field : error;
  }
  return 'no error';
};

describe('a method', () => {
  it('tells its own parameter and no other, whatever kind of card it has', () => {
    for (const method of shippedMethods) {
      const told = knownIds().filter((p) => measures(method, p));
      const wanted =
        method.result.by === 'strip' ? method.result.pads.map((p) => p.parameter) : [method.parameter];
      expect([method.id, told.sort()]).toEqual([method.id, [...wanted].sort()]);
    }
  });
  it('is refused for a parameter that it does not measure', () => {
    const nitrate = { ...card({ found: 'at', swatch: 0 }), parameter: 'nitrate' as const };
    expect(fieldOf(nitrate)).toBe('methodId');
  });
});

describe('drops to the turn', () => {
  it('five drops of KH lie between four and five degrees, 71 to 89 mg/L as CaCO3', () => {
    const { value } = interpret(kh(5));
    // 1 °dH = 0.35665 meq/L (DIN 38409-6) = 17.848 mg/L CaCO3.
    expect(value!.low).toBeCloseTo(4 * 0.35665, 4);
    expect(value!.best).toBeCloseTo(5 * 0.35665, 4);
    expect(value!.high).toBe(value!.best);
  });

  it('widen by a lost count, and say so', () => {
    const { value, workings } = interpret(kh(5, { doubts: ['lost-count'] }));
    expect(value!.high).toBeCloseTo(6 * 0.35665, 4);
    expect(JSON.stringify(workings)).toContain('I lost count');
  });

  it.each([0, -3, 2.5])('%d drops are refused', (drops) => {
    expect(fieldOf(kh(drops))).toBe('entered.drops');
  });
});

describe('a color on a card', () => {
  it('between two swatches spans them', () => {
    expect(interpret(card({ found: 'between', below: 1, share: 0.5 })).value).toEqual({
      low: 0.2,
      best: 0.30000000000000004,
      high: 0.4,
    });
  });
  it('like the lowest swatch goes half-way up and not below zero', () => {
    expect(interpret(card({ found: 'at', swatch: 0 })).value).toEqual({ low: 0, best: 0, high: 0.1 });
  });
  it('past the top has no upper end', () => {
    const { value, workings } = interpret(card({ found: 'past-top' }));
    expect(value).toEqual({ low: 6, best: 6, high: Infinity });
    expect(workings.caveats[0]).toMatch(/Dilute/);
  });
  it('not of this card tells nothing, and why that may be', () => {
    const { value, workings } = interpret(card({ found: 'not-on-card' }));
    expect(value).toBeNull();
    expect(workings.caveats[0]).toMatch(/Wrong card/);
  });
  it('beyond the swatches there are is refused', () => {
    expect(fieldOf(card({ found: 'at', swatch: 12 }))).toBe('entered.match');
    expect(fieldOf(card({ found: 'between', below: 6, share: 0 }))).toBe('entered.match');
  });
});

describe('a figure off a meter', () => {
  it('carries the accuracy of the meter', () => {
    const { value } = interpret(pen('7,4'));
    expect(value!.low).toBeCloseTo(7.3, 10);
    expect(value!.high).toBeCloseTo(7.5, 10);
  });
  it('keeps a scale’s offset out of its accuracy: 77 °F ± 0.9 °F is 25 ± 0.5 °C', () => {
    const { value } = interpret({
      parameter: 'temperature',
      methodId: 'pen-temperature',
      entered: { how: 'meter', text: '77', unit: '°F' },
      doubts: [],
    });
    expect(value!.best).toBeCloseTo(25, 10);
    expect(value!.high - value!.low).toBeCloseTo(1, 10);
  });
  it.each(['15', '-1', 'abc', ''])('pH %j is refused at its field', (text) => {
    expect(fieldOf(pen(text))).toBe('entered.text');
  });
  it('pH 15 is answered with the range', () => {
    expect(() => interpret(pen('15'))).toThrow('pH lies between 0 and 14. Check the figure and the unit.');
  });
  it('stops at the ends of the scale', () => {
    expect(interpret(pen('14')).value!.high).toBe(14);
    expect(interpret(pen('0')).value!.low).toBe(0);
  });
});

describe('an entry that does not fit its method', () => {
  it.each([
    ['drops with a pen', { ...pen('7'), entered: { how: 'drops', drops: 3 } }, 'entered.how'],
    ['a meter without a method', { ...pen('7'), methodId: null }, 'entered.how'],
    ['a KH method for pH', { ...pen('7'), methodId: 'kh-drops' }, 'methodId'],
    ['a method that is not there', { ...pen('7'), methodId: 'nothing' }, 'methodId'],
    [
      'a unit of another kind',
      { ...pen('7'), entered: { how: 'meter', text: '7', unit: '°C' } },
      'entered.unit',
    ],
  ] as [string, Observation, string][])('%s is refused at its field', (_name, observation, field) => {
    expect(fieldOf(observation)).toBe(field);
  });
});

const figure = (
  parameter: Observation['parameter'],
  text: string,
  unit: string,
  dilution?: number,
): Observation => ({
  parameter,
  methodId: null,
  entered: { how: 'figure', text, unit, ...(dilution === undefined ? {} : { dilution }) },
  doubts: [],
});

describe('a sample of another size', () => {
  it('twice the usual halves what a drop is worth', () => {
    const { value, workings } = interpret(kh(9, { entered: { how: 'drops', drops: 9, sampleTimes: 2 } }));
    expect(value!.low).toBeCloseTo(4 * 0.35665, 4);
    expect(value!.high).toBeCloseTo(4.5 * 0.35665, 4);
    expect(workings.inputs[0]?.note).toMatch(/2 times the usual sample/);
  });

  it('diluted ten times is multiplied by ten, its range too', () => {
    const once = interpret(card({ found: 'between', below: 1, share: 0.5 })).value!;
    const match = { found: 'between', below: 1, share: 0.5 } as const;
    const entered = { how: 'card', cardId: 'salicylate-ammonia', match, dilution: 10 } as const;
    const { value, workings } = interpret({ ...card(match), entered });
    expect(value!.low).toBeCloseTo(once.low * 10, 9);
    expect(value!.high).toBeCloseTo(once.high * 10, 9);
    expect(workings.inputs[1]).toMatchObject({ label: 'Diluted', value: '10 times' });
  });

  it('has the pH it has: dilution of pH or temperature is refused', () => {
    expect(fieldOf(figure('ph', '7.4', 'pH', 10))).toBe('entered.dilution');
    expect(fieldOf(figure('temperature', '20', '°C', 2))).toBe('entered.dilution');
  });
});

describe('a figure written down elsewhere', () => {
  it.each([
    ['nitrite', '<0.1', 'mg/L NO2-N', [0, 0.05, 0.1]],
    ['nitrite', 'trace', 'mg/L NO2', [0, 0.0381, 0.0761]],
    ['nitrate', '>160', 'mg/L NO3', [36.14, 36.14, null]],
    ['ammonia', '0.25-0.5', 'ppm NH3-N', [0.25, 0.375, 0.5]],
    ['ammonia', '1/4', 'mg/L NH3-N', [0.25, 0.25, 0.25]],
    ['temperature', '75-77', '°F', [23.889, 24.444, 25]],
    ['ph', '<6', 'pH', [null, 6, 6]],
  ] as const)('%s %j %s', (parameter, text, unit, [low, best, high]) => {
    const value = interpret(figure(parameter, text, unit)).value!;
    const at = (x: number, expected: number | null) =>
      expected === null ? expect(Number.isFinite(x)).toBe(false) : expect(x).toBeCloseTo(expected, 2);
    at(value.low, low);
    at(value.best, best);
    at(value.high, high);
  });

  it.each([
    ['ph', '7-20', 'pH'],
    ['ph', 'trace', 'pH'],
    ['temperature', '-5', '°C'],
    ['nitrate', '-3', 'mg/L NO3'],
    ['nitrate', '40-20', 'mg/L NO3'],
    ['nitrate', '1,000', 'mg/L NO3'],
  ] as const)('%s %j is refused at its field', (parameter, text, unit) => {
    expect(fieldOf(figure(parameter, text, unit))).toBe('entered.text');
  });

  it('in a unit of another kind is refused by name', () => {
    expect(fieldOf(figure('alkalinity', '4', '°dGH'))).toBe('entered.unit');
  });

  it('a meter shows one figure, not a range', () => {
    expect(fieldOf(pen('7.2-7.4'))).toBe('entered.text');
  });
});

describe('a reading kept long ago', () => {
  const kept = (entered: Reading['entered'], methodId: string | null): Reading => ({
    id: '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111',
    waterId: '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222',
    samplingPointId: null,
    parameter: 'nitrite',
    methodId,
    kitId: null,
    drawnFrom: null,
    takenAt: 1_700_000_000_000,
    zone: 'Etc/UTC',
    entered,
    doubts: [],
    by: '',
    note: '',
    runId: null,
    methodVersion: 1,
    value: { low: 0.2, best: 0.3, high: null },
    version: 1,
    createdAt: 1_700_000_000_000,
    deletedAt: null,
  });

  it('whose method is gone keeps its value, and its workings say where they end', () => {
    const { result, caveats } = workingsOfKept(kept({ how: 'drops', drops: 3 }, 'a-method-that-is-gone'));
    expect(result).toBe('over 0.2 mg/L NO2-N');
    expect(caveats[0]).toMatch(/cannot be worked through again today: There is no method called/);
  });

  it('that still can be is worked through', () => {
    const { substituted } = workingsOfKept(kept({ how: 'figure', text: '0.3', unit: 'mg/L NO2-N' }, null));
    expect(substituted).toMatch(/^0.3 →/);
  });
});
