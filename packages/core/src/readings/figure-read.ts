import { type Card, cardInterval } from '../color';
import { shippedMethods } from '../methods';
import { type Interval, convert, convertInterval, interval } from '../quantity';
import { type ParameterId, parameterInfo } from '../parameters';
import type { FigureWay } from './figure-way';

const cardsOf = (parameter: ParameterId) =>
  shippedMethods.flatMap((m) => {
    const { result } = m;
    if (result.by === 'strip') return result.pads.filter((p) => p.parameter === parameter).map((p) => p.card);
    if (m.parameter !== parameter) return [];
    return result.by === 'card' || result.by === 'wheel' ? [result.card] : [];
  });
const dropsOf = (parameter: ParameterId) =>
  shippedMethods.flatMap(({ parameter: own, result }) =>
    own === parameter && result.by === 'titration' ? [result] : [],
  );

const both = (a: Interval, b: Interval): Interval =>
  interval(Math.min(a.low, b.low), a.best, Math.max(a.high, b.high));

/** Where a figure lies on a card, in the unit of the card; null where the card tells nothing of it. */
function onCard(x: number, card: Card): Interval | null {
  const { values } = card;
  const here = values.findIndex((v) => Math.abs(v - x) <= 1e-6 * Math.max(1, Math.abs(v)));
  if (here >= 0) return cardInterval(card, { found: 'at', swatch: here });
  const below = values.findLastIndex((v) => v < x);
  const low = values[below];
  const high = values[below + 1];
  if (low === undefined) return interval(card.open ? -Infinity : Math.min(0, x), x, values[0] ?? x);
  if (high !== undefined) return interval(low, x, high);
  if (card.open) return interval(low, x, Infinity);
  // Beyond the last swatch it was read on a longer card, of steps as wide as the last one here.
  const step = (low / (values[below - 1] || low / 2)) ** 0.5;
  return interval(x / step, x, x * step);
}

/** Where a figure lies on the usual cards of a parameter; the widest of them, since nobody said which it was. */
function onCards(figure: number, parameter: ParameterId, unit: string): Interval | null {
  const { kind } = parameterInfo(parameter);
  const cards = cardsOf(parameter);
  const ofUnit = cards.filter((c) => c.unit === unit);
  const asked = ofUnit.length > 0 ? ofUnit : cards;
  const on = asked
    .flatMap((card) => {
      const here = onCard(convert(figure, kind, unit, card.unit), card);
      return here ? [convertInterval(here, kind, card.unit, unit)] : [];
    })
    .reduce<Interval | null>((wide, here) => (wide ? both(wide, here) : here), null);
  // The last shade of the longest card is written down for all that lies beyond it, too.
  const top = Math.max(...asked.map((c) => convert(c.values.at(-1)!, kind, c.unit, unit)));
  return on && figure >= top * (1 - 1e-6) ? { ...on, high: Infinity } : on;
}

/** Within the last drop, of the coarsest of the usual bottles. */
function byDrops(figure: number, parameter: ParameterId, unit: string): Interval | null {
  const { kind } = parameterInfo(parameter);
  const drops = dropsOf(parameter).map((r) => convert(r.perDrop, kind, r.unit, unit));
  return drops.length === 0 ? null : interval(Math.max(0, figure - Math.max(...drops)), figure, figure);
}

/**
 * What a single figure stands for by how it was read. Of a card it is a shade: half-way to the next ones, from one to
 * the other where it lies between two, that or more at the top of the longest card. Of drops it lies within the last drop, or as its
 * digits tell. Of a meter its digits tell. Where nobody
 * knows, all of these. The steps are those of the cards and bottles that ship (common practice); a kit of other steps is
 * better told as a method of one's own.
 * @param digits the figure to half its last digit, in the unit
 * @param unit in which it was written
 * @returns in the same unit
 * @example figureRead(interval(0.245, 0.25, 0.255), 'card', 'ammonia', 'mg/L NH3-N') // { low: 0, best: 0.25, high: 0.4 }
 */
export function figureRead(digits: Interval, way: FigureWay, parameter: ParameterId, unit: string): Interval {
  const ways = [
    ...(way === 'card' || way === 'unknown' ? [onCards(digits.best, parameter, unit)] : []),
    ...(way === 'drops' || way === 'unknown' ? [byDrops(digits.best, parameter, unit)] : []),
  ].filter((i) => i !== null);
  return ways.reduce(both, digits);
}

/** How a figure of a parameter is most often read at home: the first that ships for it. Common practice. */
export function usualWay(parameter: ParameterId): FigureWay {
  const by = shippedMethods.find((m) => m.parameter === parameter)?.result.by;
  if (by === 'titration') return 'drops';
  return by === 'card' || by === 'wheel' ? 'card' : by === 'meter' ? 'meter' : 'unknown';
}
