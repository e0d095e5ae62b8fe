import { type Method, type Step, hazards } from '@hedge-lamp/core/methods';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { wholeSeconds } from '@hedge-lamp/core/bench';
import { turnIndicatorLabel } from '@hedge-lamp/core/color';
import { counted } from '@hedge-lamp/core/quantity';
import { cardFacts } from '../color/card-facts';
import { stepNames } from './method-form';

/** How a method is read, in a few words. */
export function resultWords({ result }: Method): string {
  switch (result.by) {
    case 'titration':
      return `counting drops, ${result.perDrop} ${result.unit} each`;
    case 'card':
      return `card, ${result.card.values[0]} to ${result.card.values.at(-1)} ${result.card.unit}`;
    case 'wheel':
      return `wheel with a blank, ${result.card.values[0]} to ${result.card.values.at(-1)} ${result.card.unit}`;
    case 'strip':
      return `strip, ${result.pads.length} pads`;
    case 'meter':
      return `meter, ± ${result.accuracy} ${result.unit}`;
    case 'column':
      return `height of a column, ${result.scale[0]!.value} to ${result.scale.at(-1)!.value} ${result.unit}`;
    case 'answer':
      return 'seen or not seen';
  }
}

/** Minutes that it takes when run alone. */
export const minutesAlone = (method: Method): number =>
  Math.max(1, Math.round(method.steps.reduce((sum, s) => sum + wholeSeconds(s, method.result.by), 0) / 60));

/** What is done with how much, in words. */
function amountWords(step: Step): string[] {
  switch (step.do) {
    case 'fill':
      return [`${step.milliliters} mL`];
    case 'drop':
      return [counted(step.drops, 'drop', 'drops')];
    case 'powder':
      return [counted(step.scoops, 'scoop', 'scoops')];
    case 'packet':
      return [counted(step.packets, 'packet', 'packets')];
    case 'invert':
      return [counted(step.times, 'turn', 'turns')];
    case 'shake':
    case 'stand':
    case 'dip':
      return [`${step.seconds} s`];
    case 'ask':
      return step.answers.map(
        (a) =>
          `“${a.says}”${a.goTo ? ` leads to ${a.goTo}` : ''}${a.means ? `${a.goTo ? ' and' : ''} means: ${a.means}` : ''}`,
      );
    case 'count-to-turn':
      return [
        `from ${step.from} to ${step.to}`,
        ...(step.indicator ? [`indicator ${turnIndicatorLabel[step.indicator]}`] : []),
      ];
    case 'read':
      return step.windowSeconds === undefined ? [] : [`to be read within ${step.windowSeconds} s`];
    case 'rinse':
    case 'cap':
    case 'swirl':
      return [];
  }
}

/** What these do their amount says. */
const saidByAmount: readonly Step['do'][] = ['drop', 'powder', 'packet', 'invert'];

/** A step in words: "8 drops from bottle 1 (8 drops, bottle one, forgiving)". */
const stepWords = (step: Step): string =>
  `${step.say} (${[
    ...(saidByAmount.includes(step.do) ? [] : [stepNames[step.do]]),
    ...amountWords(step),
    ...('bottle' in step && step.bottle !== undefined ? [`bottle ${step.bottle}`] : []),
    ...(step.id === undefined ? [] : [`called ${step.id}`]),
    ...(step.matters === 'usual' ? [] : [step.matters]),
    ...(step.why === undefined ? [] : [`because: ${step.why}`]),
    ...(step.caution === undefined ? [] : [`caution: ${step.caution}`]),
  ].join(', ')})`;

/** What is read, one fact each. */
function resultFacts({ result }: Method): Readonly<Record<string, string>> {
  switch (result.by) {
    case 'card':
    case 'wheel':
      return cardFacts(result.card);
    case 'strip':
      return Object.fromEntries(
        result.pads.flatMap(({ parameter, card }, k): [string, string][] => [
          [`Pad ${k + 1}`, parameterInfo(parameter).label],
          ...Object.entries(cardFacts(card)).map(([fact, says]): [string, string] => [
            `Pad ${k + 1}: ${fact}`,
            says,
          ]),
        ]),
      );
    case 'column':
      return {
        Scale: result.scale.map((r) => `${r.millimeters} mm is ${r.value} ${result.unit}`).join('; '),
      };
    case 'titration':
    case 'meter':
    case 'answer':
      return {};
  }
}

/** A method as facts in words, to lay two versions beside each other. */
export const methodFacts = (method: Method): Record<string, string> => ({
  Name: method.name,
  'In the rack': method.short,
  'What it measures': parameterInfo(method.parameter).label,
  'How it is read': resultWords(method),
  ...resultFacts(method),
  'Color needs': `${method.developsSeconds} s`,
  Note: method.note ?? '',
  ...Object.fromEntries(
    method.bottles.map((b, k) => [
      `Bottle ${k + 1}`,
      [b.label, b.id, ...b.hazards.map((h) => hazards[h].label), b.settles ? 'settles' : '']
        .filter(Boolean)
        .join(', '),
    ]),
  ),
  ...Object.fromEntries(method.steps.map((s, k) => [`Step ${k + 1}`, stepWords(s)])),
});
