import { cardOf } from '@hedge-lamp/core/color';
import { methodOf, shippedMethods } from '@hedge-lamp/core/methods';
import { canonicalUnit, convertInterval, formatReading, fromWire } from '@hedge-lamp/core/quantity';
import { type Entered, type Reading, parameters } from '@hedge-lamp/core/readings';
import type { UnitChoice } from '@hedge-lamp/core/waters';

/** The unit in which a water's keeper sees a parameter; empty for pH, which has none. */
export function shownUnit(parameter: Reading['parameter'], units: UnitChoice): string {
  const { kind } = parameters[parameter];
  return kind === 'ph' ? '' : units[kind as 'ph'];
}

/** Best guess and range with unit and basis: "0.3 (0.2–0.4) mg/L NH3-N". */
export function valueWords(reading: Pick<Reading, 'parameter' | 'value'>, units: UnitChoice): string {
  if (!reading.value) return 'no value';
  const { kind } = parameters[reading.parameter];
  const unit = units[kind as 'ph'];
  const shown = convertInterval(fromWire(reading.value), kind, canonicalUnit(kind), unit);
  return `${formatReading(shown)} ${shownUnit(reading.parameter, units)}`.trim();
}

/** "diluted 10 times", "2 times the sample"; empty when the test was run as its leaflet says. */
function sampleWords(entered: Entered): string {
  const words = [];
  if (entered.how === 'drops' && (entered.sampleTimes ?? 1) !== 1)
    words.push(`${entered.sampleTimes} times the sample`);
  if (entered.how !== 'meter' && (entered.dilution ?? 1) !== 1)
    words.push(`diluted ${entered.dilution} times`);
  return words.map((w) => `, ${w}`).join('');
}

/** What the keeper entered, in words. */
export const enteredWords = (entered: Entered): string => `${plainWords(entered)}${sampleWords(entered)}`;

function plainWords(entered: Entered): string {
  switch (entered.how) {
    case 'drops':
      return entered.drops === 1 ? '1 drop' : `${entered.drops} drops`;
    case 'meter':
    case 'figure':
      return `${entered.text} ${entered.unit === 'pH' ? '' : entered.unit}`.trim();
    case 'card': {
      const { values, unit } = cardOf(entered.cardId);
      const { match } = entered;
      if (match.found === 'at') return `like ${values[match.swatch]} ${unit}`;
      if (match.found === 'between')
        return `between ${values[match.below]} and ${values[match.below + 1]} ${unit}`;
      return match.found === 'past-top'
        ? `past the top (${values.at(-1)} ${unit})`
        : 'not a color of the card';
    }
  }
}

/** The method's name, also for one that is not here any more. */
export function methodWords(methodId: string | null): string {
  if (methodId === null) return 'Method not noted';
  return shippedMethods.some((m) => m.id === methodId) ? methodOf(methodId).name : methodId;
}
