import { FieldError } from '@hedge-lamp/core/quantity';

/** Clocks of two machines differ a little; beyond this an instant lies in the future. */
const clockSlack = 5 * 60_000;

/** @throws FieldError that names the field, when what is told has not happened yet */
export function refuseFuture(instant: number, now: number, field: string): void {
  if (instant > now + clockSlack)
    throw new FieldError(
      'out-of-range',
      field,
      'This time lies in the future. Check the date and the clock.',
    );
}
