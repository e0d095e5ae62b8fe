import { type Card, shippedCards, valueAt } from '@hedge-lamp/core/color';
import type { MethodBook } from '@hedge-lamp/core/methods';
import {
  type Interval,
  canonicalUnit,
  convertInterval,
  formatReading,
  fromWire,
} from '@hedge-lamp/core/quantity';
import { type Entered, type Reading, cardFor } from '@hedge-lamp/core/readings';
import { besideIds, besideInfo, parameterInfo } from '@hedge-lamp/core/parameters';
import { type UnitChoice, chosenUnit } from '@hedge-lamp/core/waters';

/** The unit in which a water's keeper sees a parameter; empty for pH, which has none. */
export function shownUnit(parameter: Reading['parameter'], units: UnitChoice): string {
  const { kind } = parameterInfo(parameter);
  return kind === 'ph' ? '' : chosenUnit(units, kind);
}

/**
 * Best guess and range with unit and basis: "0.3 (0.2–0.4) mg/L NH3-N".
 * @param value in the canonical unit
 */
export function intervalWords(value: Interval, parameter: Reading['parameter'], units: UnitChoice): string {
  const { kind } = parameterInfo(parameter);
  const shown = convertInterval(value, kind, canonicalUnit(kind), chosenUnit(units, kind));
  return `${formatReading(shown)} ${shownUnit(parameter, units)}`.trim();
}
export const valueWords = (reading: Pick<Reading, 'parameter' | 'value'>, units: UnitChoice): string =>
  reading.value ? intervalWords(fromWire(reading.value), reading.parameter, units) : 'no value';

/** "diluted 10 times", "2 times the sample"; empty when the test was run as its leaflet says. */
function sampleWords(entered: Entered): string {
  const words = [];
  if (entered.how === 'drops' && (entered.sampleTimes ?? 1) !== 1)
    words.push(`${entered.sampleTimes} times the sample`);
  if ('dilution' in entered && (entered.dilution ?? 1) !== 1) words.push(`diluted ${entered.dilution} times`);
  return words.map((w) => `, ${w}`).join('');
}

/** What the keeper entered, in words. */
export const enteredWords = (reading: Told, book: MethodBook): string =>
  `${plainWords(reading, book)}${sampleWords(reading.entered)}`;

type Told = Pick<Reading, 'entered' | 'methodId' | 'methodVersion' | 'parameter'>;

/** The card that a color was read on: that of its method in its version, else one that ships. */
function cardOfReading({ entered, methodId, methodVersion, parameter }: Told, book: MethodBook) {
  const method = methodId === null ? undefined : book.find(methodId, methodVersion);
  const own = method && cardFor(method, parameter);
  if (entered.how !== 'card') return undefined;
  if (own?.id === entered.cardId) return own;
  return book.card(entered.cardId, entered.cardVersion) ?? shippedCards.find((c) => c.id === entered.cardId);
}

/** Two figures are as much as an eye can tell. */
const figureAt = (card: Card, position: number) => Number(valueAt(card, position).toPrecision(2));

function plainWords(reading: Told, book: MethodBook): string {
  const { entered } = reading;
  switch (entered.how) {
    case 'drops':
      return `${entered.drops === 1 ? '1 drop' : `${entered.drops} drops`}${entered.firstTurn ? `, ${entered.firstTurn} to the first turn` : ''}`;
    case 'meter':
    case 'figure': {
      const at = besideIds.flatMap((id) =>
        entered.beside?.[id] ? [`${entered.beside[id].trim()} ${besideInfo[id].unit}`] : [],
      );
      const figure = [`${entered.text} ${entered.unit === 'pH' ? '' : entered.unit}`.trim(), ...at].join(
        ', ',
      );
      return entered.how === 'meter' && entered.device ? `${figure}, made up by the stand-in pen` : figure;
    }
    case 'column':
      return `mark gone at ${entered.text.trim()} mm`;
    case 'answer':
      return entered.says;
    case 'card': {
      const { match } = entered;
      if (match.found === 'photo')
        return `by photograph${match.beside ? '' : ', against a card learned before'}${match.device ? ', made up by the stand-in camera' : ''}`;
      const card = cardOfReading(reading, book);
      if (!card) return 'a color of a card that is not here any more';
      const { values, unit } = card;
      if (match.found === 'at') return `like ${values[match.swatch]} ${unit}`;
      if (match.found === 'between')
        return `between ${values[match.below]} and ${values[match.below + 1]} ${unit}`;
      if (match.found === 'span')
        return `from ${figureAt(card, match.low)} to ${figureAt(card, match.high)} ${unit}`;
      return match.found === 'past-top'
        ? `past the top (${values.at(-1)} ${unit})`
        : match.found === 'below-bottom'
          ? `below the first (${values[0]} ${unit})`
          : 'not a color of the card';
    }
  }
}

/** The method's name, also for one that is not here any more. */
export function methodWords(methodId: string | null, book: MethodBook): string {
  if (methodId === null) return 'Method not noted';
  return book.find(methodId)?.name ?? methodId;
}
