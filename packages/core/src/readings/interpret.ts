import { type Card, cardInterval, cardOf, chemistryInfo, valueAt } from '../color';
import {
  type Method,
  type MethodBook,
  methodOf,
  shippedBook,
  titrationInterval,
  titrationWords,
} from '../methods';
import {
  FieldError,
  type Interval,
  type Kind,
  type Workings,
  canonicalUnit,
  checkValue,
  convert,
  convertInterval,
  formatReading,
  interval,
  parseFigure,
  parseRange,
  point,
  scale,
  unitOf,
} from '../quantity';
import { type DoubtId, doubts, isVoid, widenByDoubts } from './doubt';
import type { Entered } from './entered';
import { figureRead } from './figure-read';
import {
  type BesideId,
  type ParameterId,
  type WrittenAs,
  behindFigure,
  besideInfo,
  columnInterval,
  midSentence,
  parameterInfo,
} from '../parameters';

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
  /** The newest when left out or null. */
  readonly methodVersion?: number | null | undefined;
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

/** A place along a card as a figure: two digits are as much as an eye can tell. */
const placeWords = (card: Card, position: number) => String(Number(valueAt(card, position).toPrecision(2)));

function fromCard(entered: Extract<Entered, { how: 'card' }>, card: Card): Raw {
  const value = cardInterval(card, entered.match);
  const { match } = entered;
  const words = (): Words => ({
    formula: {
      between: 'lower swatch ≤ value ≤ upper swatch',
      at: 'half-way to the swatch below ≤ value ≤ half-way to the swatch above',
      span: 'place of the low handle ≤ value ≤ place of the high handle',
      photo: 'every value of the card that the photograph cannot tell from the color it saw (CIEDE2000)',
      'past-top': 'value ≥ top swatch',
      'below-bottom': 'value ≤ bottom swatch',
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
        span: () =>
          match.found === 'span'
            ? `from ${placeWords(card, match.low)} to ${placeWords(card, match.high)} ${card.unit}`
            : '',
        photo: () =>
          match.found === 'photo'
            ? `a photograph, ${match.beside ? 'with the card beside the tube' : 'against a card learned before'}; ${match.distance.toFixed(1)} away from the card’s own colors (ΔE)`
            : '',
        'past-top': () => `past the top swatch, ${card.values.at(-1)} ${card.unit}`,
        'below-bottom': () => `below the bottom swatch, ${card.values[0]} ${card.unit}`,
        'not-on-card': () => 'not a color of this card',
      }[match.found](),
    },
    caveat:
      card.open && !(match.found === 'between' || match.found === 'not-on-card')
        ? 'An end of this card means that or beyond. Another range would tell more.'
        : match.found === 'past-top'
          ? 'The card ends here. Dilute the sample with distilled water and test again to know more.'
          : match.found === 'not-on-card'
            ? 'Wrong card, colored light, or a sample so strong that its color bleached. Dilute and test again.'
            : match.found === 'photo'
              ? match.device
                ? 'Made by the stand-in camera: a made-up picture, no measurement.'
                : 'Camera and light decide. Look at the tube as well: where eye and photograph differ, test again.'
              : 'Eye and light decide. Read it against white in daylight.',
  });
  return { value, unit: card.unit, words };
}

/** The card of a method for a parameter; a strip has one for each pad. */
export function cardFor(method: Pick<Method, 'result'>, parameter: ParameterId): Card | undefined {
  const { result } = method;
  if (result.by === 'card' || result.by === 'wheel') return result.card;
  return result.by === 'strip' ? result.pads.find((p) => p.parameter === parameter)?.card : undefined;
}

/** True when a method tells this parameter: its own, or that of one of its pads. */
export const measures = (
  { parameter: own, result }: Pick<Method, 'parameter' | 'result'>,
  parameter: ParameterId,
): boolean =>
  result.by === 'strip' ? result.pads.some((p) => p.parameter === parameter) : own === parameter;

/**
 * The card that a color was read on: that of the method, a card of the keeper’s own, or without a method one that
 * ships.
 */
function cardRead(
  { parameter, entered }: Observation,
  method: Method | null,
  book: MethodBook,
): Card | undefined {
  if (entered.how !== 'card') return undefined;
  const ofMethod = method && cardFor(method, parameter);
  if (ofMethod?.id === entered.cardId) return ofMethod;
  const own = book.card(entered.cardId, entered.cardVersion);
  if (own && (!method || ofMethod) && chemistryInfo(own.chemistry).kind === parameterInfo(parameter).kind)
    return own;
  return method ? undefined : cardOf(entered.cardId);
}

function observe(observation: Observation, method: Method | null, book: MethodBook): Raw {
  const { parameter, entered } = observation;
  const { kind, possible, startsAtZero } = parameterInfo(parameter);
  const wrong = (why: string) => new FieldError('wrong-entry', 'entered.how', why);
  if (method && !measures(method, parameter))
    throw new FieldError(
      'wrong-entry',
      'methodId',
      `${method.name} measures ${parameterInfo(method.parameter).label}, not ${parameterInfo(parameter).label}.`,
    );

  switch (entered.how) {
    case 'drops': {
      if (method?.result.by !== 'titration')
        throw wrong('Drops are counted with a titration method. Choose one, such as KH by drops.');
      const { perDrop, unit } = method.result;
      const { drops, sampleTimes = 1, firstTurn } = entered;
      return {
        value: titrationInterval(drops, perDrop, { sampleTimes }),
        unit,
        words: () => {
          const words = titrationWords(drops, perDrop, sampleTimes, unit);
          if (firstTurn === undefined) return words;
          const note =
            firstTurn === 0
              ? 'No drop before the first turn: that part is zero.'
              : `${firstTurn} of them to the first turn.`;
          return { ...words, input: { ...words.input, note } };
        },
      };
    }
    case 'card': {
      const card = cardRead(observation, method, book);
      if (!card) throw wrong(`${method?.name ?? 'This'} is not read on this card.`);
      return fromCard(entered, card);
    }
    case 'column': {
      if (method?.result.by !== 'column')
        throw wrong('The height of a column needs a method with such a scale.');
      const scale = method.result;
      const value = columnInterval(scale, parseFigure(entered.text, 'entered.text').value);
      return {
        value,
        unit: scale.unit,
        words: () => ({
          formula: 'value at the height ± 2 mm, between the marks of the scale along the logarithm',
          substituted: `${entered.text.trim()} mm → ${formatReading(value)} ${scale.unit}`,
          input: { label: 'Height at which the mark was gone', value: `${entered.text.trim()} mm` },
          caveat: 'Cloudier water hides the mark sooner: a shorter column means more.',
        }),
      };
    }
    case 'answer': {
      if (method?.result.by !== 'answer')
        throw wrong('This answer belongs to a method that ends in a question.');
      const last = method.steps.at(-1)!;
      const answer = last.do === 'ask' ? last.answers[entered.answer] : undefined;
      if (!answer) throw wrong('This question has no such answer.');
      return {
        value: null,
        unit: canonicalUnit(kind),
        words: () => ({
          formula: 'seen or not seen',
          substituted: answer.says,
          input: { label: last.say, value: answer.says },
          caveat: answer.means ?? 'It tells no amount.',
        }),
      };
    }
    case 'meter':
    case 'figure': {
      const meter = entered.how === 'meter' && method?.result.by === 'meter' ? method.result : null;
      if (entered.how === 'meter' && !meter)
        throw wrong('A meter figure needs a meter method, such as a pen.');
      const writtenAs = parameterInfo(parameter).writtenAs?.find((w) => w.id === entered.unit);
      if (writtenAs)
        return fromWritten(
          entered,
          writtenAs,
          kind,
          meter ? convert(meter.accuracy, kind, meter.unit, canonicalUnit(kind)) : 0,
        );
      unitOf(kind, entered.unit, 'entered.unit');
      const bound = (x: number) => convert(x, kind, canonicalUnit(kind), entered.unit);
      // Accuracy is a difference, so it converts without the offset of a temperature scale.
      const accuracy = meter
        ? convert(meter.accuracy, kind, meter.unit, entered.unit) - convert(0, kind, meter.unit, entered.unit)
        : 0;
      const { trace } = parameterInfo(parameter);
      const limits = { floor: bound(possible[0]), ceiling: bound(possible[1]) };
      // A meter shows one figure; what was written down elsewhere may be a range, a limit or a word.
      if (meter) parseFigure(entered.text, 'entered.text');
      const parsed = parseRange(entered.text, 'entered.text', {
        ...limits,
        halfWidth: accuracy,
        fromZero: startsAtZero,
        trace: trace === undefined ? undefined : bound(trace),
      });
      const byDigits =
        !meter && trace !== undefined && isBareZero(entered.text)
          ? interval(0, 0, zeroUpTo(method, parameter, entered.unit) ?? bound(trace))
          : parsed;
      const way = entered.how === 'figure' && isPlainFigure(entered.text) ? entered.readBy : undefined;
      const value = way ? figureRead(byDigits, way, parameter, entered.unit) : byDigits;
      return {
        value,
        unit: entered.unit,
        words: () => ({
          formula: meter
            ? 'figure ± accuracy of the meter'
            : way && way !== 'meter'
              ? figureReadWords[way]
              : value !== parsed
                ? 'nothing seen: from zero to what the card first shows'
                : 'figure ± half its last digit, or the range as typed',
          substituted: `${entered.text.trim()} → ${formatReading(value)} ${entered.unit}`,
          input: {
            label: meter ? 'Shown by the meter' : 'Figure typed',
            value: `${entered.text.trim()} ${entered.unit}`,
          },
          caveat:
            entered.how === 'meter' && entered.device
              ? 'Sent by the stand-in pen: a made-up figure, no measurement.'
              : meter
                ? 'Holds for a meter that was calibrated lately.'
                : way && way !== 'unknown'
                  ? 'The steps are those of a usual kit. Run with a method of your own kit, it is told closer.'
                  : 'How it was measured is not known, so its true range may be wider.',
        }),
      };
    }
  }
}

/**
 * A figure in a unit that hangs on more than a factor.
 * @param accuracy of the meter that showed it, in the canonical unit; 0 where that is not known
 */
function fromWritten(
  entered: Extract<Entered, { how: 'meter' | 'figure' }>,
  { canonical, needs, possible: [floor, ceiling], formula, caveat, source }: WrittenAs,
  kind: Kind,
  accuracy: number,
): Raw {
  const written = parseRange(entered.text, 'entered.text', { floor, ceiling });
  checkValue(written.best, 'entered.text', {
    label: 'This figure',
    unit: entered.unit,
    low: floor,
    high: ceiling,
  });
  const told = (id: BesideId): Interval => {
    // What is not needed does not count.
    if (!needs.includes(id)) return point(0);
    const { possible, label } = besideInfo[id];
    const field = `entered.beside.${id}`;
    const text = entered.beside?.[id] ?? '';
    if (text.trim() === '') throw new FieldError('not-a-number', field, `Type it: ${midSentence(label)}.`);
    const [low, high] = possible;
    const read = parseRange(text, field, { floor: low, ceiling: high });
    checkValue(read.best, field, { label, unit: '', low, high });
    return read;
  };
  const beside = { celsius: told('celsius'), meters: told('meters'), salt: told('salt') };
  const unit = canonicalUnit(kind);
  const amount = canonical(written, beside);
  const value = interval(Math.max(0, amount.low - accuracy), amount.best, amount.high + accuracy);
  const note = needs.map((id) => `${entered.beside?.[id]?.trim()} ${besideInfo[id].unit}`).join(', ');
  return {
    value,
    unit,
    words: () => ({
      formula: `${formula} (${source})`,
      substituted: `${entered.text.trim()} ${entered.unit}${note ? ` at ${note}` : ''} → ${formatReading(value)} ${unit}`,
      input: {
        label: 'Figure typed',
        value: `${entered.text.trim()} ${entered.unit}`,
        ...(note ? { note: `At ${note}.` } : {}),
      },
      caveat,
    }),
  };
}

/** A single figure: not a range, a limit or a word, which say themselves how far they reach. */
const isPlainFigure = (text: string): boolean =>
  isBareZero(text) || /^\d*[.,]?\d+$|^\d+\s*\/\s*\d+$/.test(text.trim());

const figureReadWords = {
  card: 'figure as a shade of a usual card: half-way to the next, or between two',
  drops: 'figure less one drop of a usual bottle ≤ value ≤ figure',
  unknown: 'as on a usual card, by drops, or to half its last digit: the widest',
} as const;

/** "0" typed alone is what somebody saw, and no figure to half a unit. */
const isBareZero = (text: string): boolean => /^(0+|nil|none|zero|nothing)$/i.test(text.trim());

/** How far the zero of a method's card reaches: half-way to its next swatch, in a unit; null where its card is not known. */
function zeroUpTo(method: Method | null, parameter: ParameterId, unit: string): number | null {
  const card = method && measures(method, parameter) ? cardFor(method, parameter) : undefined;
  if (!card || card.values[0] !== 0 || card.values[1] === undefined) return null;
  return convert(card.values[1] / 2, parameterInfo(parameter).kind, card.unit, unit);
}

/**
 * Times the sample was diluted.
 * @throws FieldError `wrong-entry` for what is not a concentration
 */
function dilutionOf({ entered, parameter }: Observation): number {
  const times = 'dilution' in entered ? (entered.dilution ?? 1) : 1;
  if (times !== 1 && !parameterInfo(parameter).dilutes)
    throw new FieldError(
      'wrong-entry',
      'entered.dilution',
      `${parameterInfo(parameter).label} does not scale with dilution. Measure the sample as it is.`,
    );
  return times;
}

/**
 * Computes the canonical interval of an observation, and its workings.
 * @param book where its method is looked up; what ships when left out
 * @throws FieldError with the path of the field, for whatever cannot be
 */
export function interpret(observation: Observation, book: MethodBook = shippedBook): Interpretation {
  const { parameter } = observation;
  const { kind, label, possible, startsAtZero } = parameterInfo(parameter);
  const method =
    observation.methodId === null ? null : methodOf(observation.methodId, observation.methodVersion, book);
  const raw = observe(observation, method, book);
  const unit = canonicalUnit(kind);

  const dilution = dilutionOf(observation);
  const undiluted = raw.value && scale(raw.value, dilution);
  // Doubts widen by shares of the value, which mean nothing on the scales of pH and temperature.
  const widened = undiluted && startsAtZero ? widenByDoubts(undiluted, observation.doubts) : undiluted;
  const value =
    widened && !isVoid(observation.doubts) ? convertInterval(widened, kind, raw.unit, unit) : null;

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
    const behind = behindFigure(kind, raw.unit);
    throw new FieldError(
      'out-of-range',
      observation.entered.how === 'meter' ||
        observation.entered.how === 'figure' ||
        observation.entered.how === 'column'
        ? 'entered.text'
        : 'entered',
      `${label} lies between ${from} and ${to}${behind}. Check the figure and the unit.`,
    );
  }

  return {
    value,
    get workings(): Workings {
      return wordsOf(observation, method, raw, isVoid(observation.doubts) ? null : widened);
    },
  };
}

/** The workings of an observation, from the same numbers that its value was computed from. */
function wordsOf(
  observation: Observation,
  method: Method | null,
  raw: Raw,
  widened: Interval | null,
): Workings {
  const { label, startsAtZero } = parameterInfo(observation.parameter);
  const dilution = dilutionOf(observation);
  const words = raw.words();
  return {
    title: label,
    result: widened
      ? `${formatReading(widened)} ${raw.unit}`
      : observation.entered.how === 'answer'
        ? observation.entered.says
        : 'No value',
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
        note: startsAtZero || doubts[id].voids ? doubts[id].effect : 'Marked; the range stays.',
      })),
    ],
    sources: [method ? `${method.name}, version ${method.version}: ${method.basis}` : 'As typed'],
    caveats: [words.caveat],
  };
}
