import { FieldError } from '@hedge-lamp/core/quantity';
import { type Observation, interpret } from '@hedge-lamp/core/readings';

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
