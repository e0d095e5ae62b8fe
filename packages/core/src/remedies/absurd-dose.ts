import { FieldError } from '../quantity';
import type { DeedDraft } from './deed';
import { effectOf } from './deed-amount';

/**
 * Ammonia, or nitrogen in food, that no water is given: five times what poisons the films of a filter
 * (`tooMuchAmmonia` of the cycle), mg/L as N. Hedge Lamp's own; nearly always a slip of the decimal point or of the unit.
 */
const absurdDose = 100;

/** The field of each way to tell an amount that a slip is most often in. */
const fieldOf: Partial<Record<NonNullable<DeedDraft['amount']>['by'], string>> = {
  rise: 'text',
  'ammonium-chloride': 'grams',
  'household-ammonia': 'milliliters',
  salt: 'grams',
  feed: 'grams',
};

/**
 * Refuses a dose or a meal that cannot have been meant.
 * @param liters net volume of the water; null where it is not known: then only a rise can be judged
 * @throws FieldError that names the field of the amount
 * @example checkDose({ kind: 'ammonia-dose', amount: { by: 'ammonium-chloride', grams: '76' } }, 100) // throws This would bring 199 mg/L of nitrogen
 */
export function checkDose({ amount }: Pick<DeedDraft, 'amount'>, liters: number | null): void {
  const field = amount && fieldOf[amount.by];
  if (!field || (amount.by !== 'rise' && (liters === null || liters <= 0))) return;
  const { ammonia, food } = effectOf(amount, liters);
  const nitrogen = Math.max(ammonia?.best ?? 0, food?.best ?? 0);
  if (nitrogen <= absurdDose) return;
  throw new FieldError(
    'out-of-range',
    `amount.${field}`,
    `This would bring ${Number(nitrogen.toPrecision(3)).toLocaleString('en-US')} mg/L of nitrogen into the water; nobody doses over ${absurdDose}. Check the figure, its unit and the volume of the water. Was it a spill, write it in words.`,
  );
}
