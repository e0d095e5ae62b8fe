import { cardInterval, cardOf } from '../color';
import { methodOf, titrationInterval, titrationWords } from '../methods';
import {
  FieldError,
  type Interval,
  type QuantityKind,
  type Workings,
  canonicalUnit,
  convert,
  convertInterval,
  formatReading,
  interval,
  parseFigure,
  parseRange,
  scale,
  unitOf,
} from '../quantity';
import { type DoubtId, doubts, widenByDoubts } from './doubt';
import type { Entered } from './entered';
import { type ParameterId, parameters } from './parameter';

export interface Interpretation {
  /** Canonical interval; null when the entry tells nothing. */
  readonly value: Interval | null;
  /** Put into words when it is first asked for: of ten thousand readings sent at once nobody opens one. */
  readonly workings: Workings;
}

/** The part of a reading that its value depends on. */
export interface Observation {
  readonly parameter: ParameterId;
  readonly methodId: string | null;
  readonly entered: Entered;
  readonly doubts: readonly DoubtId[];
}

interface Words {
  readonly formula: string;
  /** With the keeper's figures. */
  readonly substituted: string;
  readonly input: { label: string; value: string; note?: string };
  readonly caveat: string;
}
interface Raw {
  readonly value: Interval | null;
  readonly unit: string;
  /** A function, since putting figures into words is the dear part. */
  readonly words: () => Words;
}

function fromCard(entered: Extract<Entered, { how: 'card' }>): Raw {
  const card = cardOf(entered.cardId);
  const value = cardInterval(card, entered.match);
  const { match } = entered;
  const words = (): Words => ({
    formula: {
      between: 'lower swatch ≤ value ≤ upper swatch',
      at: 'half-way to the swatch below ≤ value ≤ half-way to the swatch above',
      'past-top': 'value ≥ top swatch',
      'not-on-card': 'no value',
    }[match.found],
    substituted: value
      ? `${formatReading(value)} ${card.unit}`
      : 'A color that is not on the card tells nothing.',
    input: {
      label: 'Color read',
      value: {
        between: () =>
          `between the swatches ${card.values[match.found === 'between' ? match.below : 0]} and ${card.values[match.found === 'between' ? match.below + 1 : 0]} ${card.unit}`,
        at: () => `like the swatch ${card.values[match.found === 'at' ? match.swatch : 0]} ${card.unit}`,
        'past-top': () => `past the top swatch, ${card.values.at(-1)} ${card.unit}`,
        'not-on-card': () => 'not a color of this card',
      }[match.found](),
    },
    caveat:
      match.found === 'past-top'
        ? 'The card ends here. Dilute the sample with distilled water and test again to know more.'
        : match.found === 'not-on-card'
          ? 'Wrong card, colored light, or a sample so strong that its color bleached. Dilute and test again.'
          : 'Eye and light decide. Read it against white in daylight.',
  });
  return { value, unit: card.unit, words };
}

function observe({ parameter, methodId, entered }: Observation): Raw {
  const { kind, possible } = parameters[parameter];
  const method = methodId === null ? null : methodOf(methodId);
  const wrong = (why: string) => new FieldError('wrong-entry', 'entered.how', why);
  if (method && method.parameter !== parameter)
    throw new FieldError(
      'wrong-entry',
      'methodId',
      `${method.name} measures ${parameters[method.parameter].label}, not ${parameters[parameter].label}.`,
    );

  switch (entered.how) {
    case 'drops': {
      if (method?.result.by !== 'titration')
        throw wrong('Drops are counted with a titration method. Choose one, such as KH by drops.');
      const { perDrop, unit } = method.result;
      const { drops, sampleTimes = 1 } = entered;
      return {
        value: titrationInterval(drops, perDrop, { sampleTimes }),
        unit,
        words: () => titrationWords(drops, perDrop, sampleTimes, unit),
      };
    }
    case 'card': {
      if (method && (method.result.by !== 'card' || method.result.cardId !== entered.cardId))
        throw wrong(`${method.name} is not read on this card.`);
      return fromCard(entered);
    }
    case 'meter':
    case 'figure': {
      unitOf(kind, entered.unit, 'entered.unit');
      const meter = entered.how === 'meter' && method?.result.by === 'meter' ? method.result : null;
      if (entered.how === 'meter' && !meter)
        throw wrong('A meter figure needs a meter method, such as a pen.');
      const bound = (x: number) => convert(x, kind, canonicalUnit(kind), entered.unit);
      // Accuracy is a difference, so it converts without the offset of a temperature scale.
      const accuracy = meter
        ? convert(meter.accuracy, kind, meter.unit, entered.unit) - convert(0, kind, meter.unit, entered.unit)
        : 0;
      const { trace } = parameters[parameter];
      const limits = { floor: bound(possible[0]), ceiling: bound(possible[1]) };
      // A meter shows one figure; what was written down elsewhere may be a range, a limit or a word.
      if (meter) parseFigure(entered.text, 'entered.text');
      const value = parseRange(entered.text, 'entered.text', {
        ...limits,
        halfWidth: accuracy,
        fromZero: isRelative(kind),
        trace: trace === undefined ? undefined : bound(trace),
      });
      return {
        value,
        unit: entered.unit,
        words: () => ({
          formula: meter
            ? 'figure ± accuracy of the meter'
            : 'figure ± half its last digit, or the range as typed',
          substituted: `${entered.text.trim()} → ${formatReading(value)} ${entered.unit}`,
          input: {
            label: meter ? 'Shown by the meter' : 'Figure typed',
            value: `${entered.text.trim()} ${entered.unit}`,
          },
          caveat: meter
            ? 'Holds for a meter that was calibrated lately.'
            : 'How it was measured is not known, so its true range may be wider.',
        }),
      };
    }
  }
}

/** Doubts widen by shares of the value, which mean nothing on the scales of pH and temperature. */
const isRelative = (kind: QuantityKind): boolean => kind !== 'ph' && kind !== 'temperature';

/**
 * Times the sample was diluted.
 * @throws FieldError `wrong-entry` for what is not a concentration
 */
function dilutionOf({ entered, parameter }: Observation): number {
  const times = 'dilution' in entered ? (entered.dilution ?? 1) : 1;
  if (times !== 1 && !isRelative(parameters[parameter].kind))
    throw new FieldError(
      'wrong-entry',
      'entered.dilution',
      `${parameters[parameter].label} does not scale with dilution. Measure the sample as it is.`,
    );
  return times;
}

/**
 * Computes the canonical interval of an observation, and its workings.
 * @throws FieldError with the path of the field, for whatever cannot be
 */
export function interpret(observation: Observation): Interpretation {
  const { parameter } = observation;
  const { kind, label, possible } = parameters[parameter];
  const raw = observe(observation);
  const unit = canonicalUnit(kind);

  const dilution = dilutionOf(observation);
  const undiluted = raw.value && scale(raw.value, dilution);
  const widened = undiluted && isRelative(kind) ? widenByDoubts(undiluted, observation.doubts) : undiluted;
  const value = widened && convertInterval(widened, kind, raw.unit, unit);

  const [low, high] = possible;
  // A hair of tolerance: 122 °F converts to 50.000000000000007 °C.
  const slack = 1e-9 * Math.max(Math.abs(low), Math.abs(high));
  const beyond = (x: number) => Number.isFinite(x) && (x < low - slack || x > high + slack);
  // A doubt may widen past what can be; what was entered may not.
  const entered = undiluted && convertInterval(undiluted, kind, raw.unit, unit);
  if (entered && [entered.low, entered.best, entered.high].some(beyond)) {
    const [from, to] = [low, high].map((x) =>
      formatReading(
        interval(...(Array(3).fill(convert(x, kind, unit, raw.unit)) as [number, number, number])),
      ),
    );
    const behind = kind === 'ph' ? '' : ` ${raw.unit}`;
    throw new FieldError(
      'out-of-range',
      observation.entered.how === 'meter' || observation.entered.how === 'figure'
        ? 'entered.text'
        : 'entered',
      `${label} lies between ${from} and ${to}${behind}. Check the figure and the unit.`,
    );
  }

  return {
    value,
    get workings(): Workings {
      return wordsOf(observation, raw, widened);
    },
  };
}

/** The workings of an observation, from the same numbers that its value was computed from. */
function wordsOf(observation: Observation, raw: Raw, widened: Interval | null): Workings {
  const { label, kind } = parameters[observation.parameter];
  const relative = isRelative(kind);
  const dilution = dilutionOf(observation);
  const words = raw.words();
  return {
    title: label,
    result: widened ? `${formatReading(widened)} ${raw.unit}` : 'No value',
    formula: words.formula,
    substituted: words.substituted,
    inputs: [
      words.input,
      ...(dilution === 1
        ? []
        : [
            {
              label: 'Diluted',
              value: `${dilution} times`,
              note: `What the tube showed is multiplied by ${dilution}, its range too.`,
            },
          ]),
      ...observation.doubts.map((id) => ({
        label: 'Doubt',
        value: doubts[id].label,
        note: relative ? doubts[id].effect : 'Marked; the range stays.',
      })),
    ],
    sources: [observation.methodId ? `${methodOf(observation.methodId).name}: common practice` : 'As typed'],
    caveats: [words.caveat],
  };
}
