import { type Method, type Step, hazards } from '@hedge-lamp/core/methods';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { wholeSeconds } from '@hedge-lamp/core/bench';
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

/** What else there is to a step than its instruction: "Drops, bottle: one, drops: 8, forgiving". */
function stepWords({ do: doing, say: _say, id: _id, matters, ...more }: Step): string {
  const fields = Object.entries(more).map(
    ([field, value]) => `${field}: ${typeof value === 'object' ? JSON.stringify(value) : String(value)}`,
  );
  return [stepNames[doing], ...fields, ...(matters === 'usual' ? [] : [matters])].join(', ');
}

/** A method as facts in words, to lay two versions beside each other. */
export const methodFacts = (method: Method): Record<string, string> => ({
  Name: method.name,
  'In the rack': method.short,
  'What it measures': parameterInfo(method.parameter).label,
  'How it is read': `${resultWords(method)} (${JSON.stringify(method.result)})`,
  'Color needs': `${method.developsSeconds} s`,
  Note: method.note ?? '',
  ...Object.fromEntries(
    method.bottles.map((b, k) => [
      `Bottle ${k + 1}`,
      [b.label, ...b.hazards.map((h) => hazards[h].label), b.settles ? 'settles' : '']
        .filter(Boolean)
        .join(', '),
    ]),
  ),
  ...Object.fromEntries(method.steps.map((s, k) => [`Step ${k + 1}`, `${s.say} (${stepWords(s)})`])),
});
