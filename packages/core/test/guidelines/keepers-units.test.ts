import { givenOf, today } from '@hedge-lamp/core/guidelines';
import { UnitChoiceSchema, unitChoices } from '@hedge-lamp/core/waters';
import { degreesApart } from '@hedge-lamp/core/quantity';
import { saidBy } from './said-by';
import { workedWaters } from './worked-waters';

/** The last unit of each kind: none of them is the usual one. */
const others = UnitChoiceSchema.parse({
  ...Object.fromEntries(unitChoices.map(({ kind, units }) => [kind, units.at(-1)])),
  temperature: '°F',
  alkalinity: 'mg/L CaCO3',
  hardness: 'mg/L CaCO3',
  volume: 'US gal',
});

describe('whoever chose other units', () => {
  it.each(workedWaters.map((w) => [w.id, w] as const))(
    'reads none but those on Today: %s',
    (_, { given, liters }) => {
      const said = saidBy(
        today(givenOf({ ...given, water: { ...given.water, netLiters: liters, units: others } })),
      );
      expect(said.match(/[^.\n]*(°C|°d[KG]H|\d L\b)[^.\n]*/g) ?? []).toEqual([]);
    },
  );

  it('is told differences of temperature rounded down: 1 °C apart is 1.8 °F apart', () => {
    expect(degreesApart(1, '°C')).toBe('1 °C');
    expect(degreesApart(1, '°F')).toBe('1.5 °F');
    expect(degreesApart(2, '°F')).toBe('3.5 °F');
    expect(degreesApart(5, '°F')).toBe('9 °F');
  });
});
