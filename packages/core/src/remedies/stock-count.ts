import { FieldError } from '../quantity';
import { type StockEntry, gramsOf } from '../waters/stock-entry';
import { type Deed, deedLabel } from './deed';
import { type DeedAmount, animalsOf } from './deed-amount';

/** What moves a count: how many come or go with each kind of deed. */
const sign: Partial<Record<Deed['kind'], 1 | -1>> = { stocked: 1, loss: -1, departure: -1 };

const movesStock = (kind: Deed['kind']): boolean => sign[kind] !== undefined;

type Counted = Pick<Deed, 'kind' | 'at' | 'amount'>;

/** True where a deed speaks of this line of a stock list: of its kind, or of a kind that was not said where there is only one line. */
function speaksOf(deed: Counted, entry: StockEntry, all: readonly StockEntry[]): boolean {
  if (deed.amount?.by !== 'animals') return false;
  const { group, stage } = deed.amount;
  if (group === null) return all.length === 1;
  const ofGroup = all.filter((e) => e.group === group);
  // Told without an age, it is of the first line of its kind.
  const meant = ofGroup.find((e) => (e.stage ?? 'grown') === (stage ?? 'grown')) ?? ofGroup[0];
  return meant?.id === entry.id;
}

/**
 * How many of a line of a stock list there are by now: as told, then every arrival, death and departure noted since.
 * Null where nobody told how many.
 */
function countNow(entry: StockEntry, all: readonly StockEntry[], deeds: readonly Counted[]): number | null {
  if (entry.count === null) return null;
  return deeds
    .filter((d) => d.at > entry.toldAt && movesStock(d.kind) && speaksOf(d, entry, all))
    .reduce((n, d) => n + sign[d.kind]! * animalsOf(d.amount!)!.count, entry.count);
}

/** The list with the counts of now. */
export const stockNow = (stock: readonly StockEntry[], deeds: readonly Counted[]): StockEntry[] =>
  stock.map((entry) => ({ ...entry, count: countNow(entry, stock, deeds) }));

/**
 * Refuses a deed by which fewer than none would be left.
 * @param deeds those noted before, of this water
 * @throws FieldError with field `amount.count`
 */
export function checkStock(deed: Counted, stock: readonly StockEntry[], deeds: readonly Counted[]): void {
  if (sign[deed.kind] !== -1 || deed.amount?.by !== 'animals') return;
  for (const entry of stock) {
    const after = countNow(entry, stock, [...deeds, deed]);
    const before = countNow(entry, stock, deeds);
    if (after === null || before === null || after >= 0 || after >= before) continue;
    throw new FieldError(
      'out-of-range',
      'amount.count',
      `“${deedLabel[deed.kind]}” says ${deed.amount.count}, but only ${Math.max(0, before)} were left. Check the number here, or the stock of this water.`,
    );
  }
}

/**
 * Weight of a whole stock, grams; null where a count or a weight was not told for any part of it.
 * @param stock with the counts of now
 */
export function stockGrams(stock: readonly StockEntry[]): number | null {
  if (stock.length === 0) return null;
  const each = stock.map((entry) => {
    const grams = gramsOf(entry);
    return entry.count === 0 ? 0 : entry.count === null || grams === null ? null : entry.count * grams;
  });
  return each.some((x) => x === null) ? null : each.reduce<number>((sum, x) => sum + x!, 0);
}

/** Weight of animals that came, grams: as told with them, else as those of their kind in the list; null where neither is known. */
export function gramsOfArrival(
  amount: Extract<DeedAmount, { by: 'animals' }>,
  stock: readonly StockEntry[],
): number | null {
  const { count, gramsEach } = animalsOf(amount)!;
  const alike = stock.find((e) => e.group === amount.group);
  const each = gramsEach ?? (alike ? gramsOf(alike) : null);
  return each === null ? null : count * each;
}
