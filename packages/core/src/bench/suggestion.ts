import type { CardMatch } from '../color';
import { type MethodBook, shippedBook } from '../methods';
import { type DoubtId, bleachDilution, doubts, worthRepeating } from '../readings';
import { parameterInfo } from '../parameters';
import { cardFor } from '../readings/interpret';
import { repeatedBy } from './repeated';
import { type Tube, padsOf, parameterAt } from './tube';

/** What is worth running after a tube that was kept, and why. */
export interface Suggestion {
  readonly kind: 'repeat' | 'dilute' | 'other-range';
  readonly tube: Tube;
  /** The method to run, where it is another one. */
  readonly methodId: string;
  /** Parts in all for one part of sample. */
  readonly dilution: number;
  readonly why: string;
}

/** Each dilution takes a card five times as far. Common practice: 1 part in 4 to 10. */
const further = 5;

const isPastTop = (match: CardMatch | undefined, swatches: number): boolean =>
  match?.found === 'past-top' ||
  (match?.found === 'at' && match.swatch === swatches - 1) ||
  (match?.found === 'span' && match.high === swatches - 1) ||
  (match?.found === 'photo' && match.high === null);
const isAtBottom = (match: CardMatch | undefined): boolean =>
  match?.found === 'below-bottom' ||
  (match?.found === 'at' && match.swatch === 0) ||
  (match?.found === 'span' && match.low === 0) ||
  (match?.found === 'photo' && match.low === null);
/** Stronger than the card reaches, as far as it tells. */
const hasNoEnd = (match: CardMatch | undefined): boolean =>
  match?.found === 'past-top' || (match?.found === 'photo' && match.high === null);

function otherRange(tube: Tube): Suggestion | null {
  const card = cardFor(tube.method, 'ph');
  const range = tube.method.copiedFrom ?? tube.method.id;
  if (!card) return null;
  const base = { kind: 'other-range', tube, dilution: tube.test.dilution } as const;
  const match = tube.matches[0];
  if (range === 'ph-low-range' && isPastTop(match, card.values.length))
    return {
      ...base,
      methodId: 'ph-high-range',
      why: `The low range ends at ${card.values.at(-1)} and says only that or more. The high range tells how much more.`,
    };
  if (range === 'ph-high-range' && isAtBottom(match))
    return {
      ...base,
      methodId: 'ph-low-range',
      why: `The high range begins at ${card.values[0]} and says only that or less. The low range tells how much less.`,
    };
  return null;
}

/** A color that flashed and faded is far over the card: a tenth of it tells. */
function bleached(tube: Tube): Suggestion | null {
  if (!tube.doubts.includes('flashed') || tube.method.result.by === 'strip') return null;
  const dilution = tube.test.dilution * bleachDilution;
  const why = `Its color flashed deep and faded: far over the card it looks like zero. Diluted ${dilution} times it would show.`;
  return { kind: 'dilute', tube, methodId: tube.method.id, dilution, why };
}

function dilute(tube: Tube): Suggestion | null {
  const pad = padsOf(tube).find((k) => hasNoEnd(tube.matches[k]));
  if (pad === undefined) return null;
  const { kind, label } = parameterInfo(parameterAt(tube, pad));
  if (kind === 'ph' || tube.method.result.by === 'strip') return null;
  return {
    kind: 'dilute',
    tube,
    methodId: tube.method.id,
    dilution: tube.test.dilution * further,
    why: `${label} was past the top of its card. Diluted ${tube.test.dilution * further} times, the card reaches that much further.`,
  };
}

/** The same again that agrees with nothing before it: a third tube tells which to believe. Common practice. */
function third(tube: Tube, tubes: readonly Tube[], book: MethodBook): Suggestion | null {
  const repeated = tube.test.role === 'repeat' ? repeatedBy(tube, tubes, book) : null;
  if (!repeated || repeated.before.length > 1 || repeated.alike.length > 0) return null;
  const { method, test } = tube;
  const why = 'The two tubes do not agree. A third one tells which to believe.';
  return { kind: 'repeat', tube, methodId: method.id, dilution: test.dilution, why };
}

function repeat(tube: Tube): Suggestion | null {
  const grave: DoubtId[] = worthRepeating(tube.doubts);
  if (grave.length === 0) return null;
  const said = grave.map((id) => doubts[id].label.toLowerCase().replace(/^i /, 'you ')).join('; ');
  return {
    kind: 'repeat',
    tube,
    methodId: tube.method.id,
    dilution: tube.test.dilution,
    why: `A doubt that decides was noted (${said}). Run it again before you act on it, unless the animals are suffering.`,
  };
}

/**
 * What is worth running again, once for each tube: past its card, at the end of its pH range, unlike what it repeats,
 * or with a doubt that decides. Common practice: run an alarming or doubtful test again before acting.
 * @param ranBefore methods run on this water within the last day: a pH range that was is not asked for again
 */
export function suggestionsFor(
  tubes: readonly Tube[],
  book: MethodBook = shippedBook,
  ranBefore: readonly string[] = [],
): Suggestion[] {
  // A blank tells of the kit: it follows nothing up.
  const followed = new Set(tubes.filter((t) => t.test.role !== 'blank').map((t) => t.test.ofTestId));
  const rootOf = (id: string) => book.find(id)?.copiedFrom ?? id;
  const isRun = (methodId: string) =>
    tubes.some((t) => rootOf(t.method.id) === methodId && t.state !== 'aside') ||
    ranBefore.some((id) => rootOf(id) === methodId);
  return tubes
    .filter((t) => t.state === 'kept' && t.test.role !== 'blank' && !followed.has(t.testId))
    .flatMap((tube) => {
      const suggestion =
        bleached(tube) ?? dilute(tube) ?? otherRange(tube) ?? third(tube, tubes, book) ?? repeat(tube);
      if (!suggestion) return [];
      return suggestion.kind === 'other-range' && isRun(suggestion.methodId) ? [] : [suggestion];
    });
}
