/**
 * The errors of bad input, all in one shape: a code for programs, the field it is about, and a sentence
 * that a person can act on.
 */
export type FieldErrorCode =
  | 'not-a-number'
  | 'out-of-range'
  | 'upside-down'
  | 'unknown-unit'
  | 'across-kinds'
  | 'unknown-method'
  | 'unknown-card'
  | 'wrong-card'
  | 'wrong-photo'
  | 'wrong-box'
  | 'wrong-entry'
  | 'contradiction';

export class FieldError extends Error {
  constructor(
    readonly code: FieldErrorCode,
    /** Path of the field, dots between names: `entered.drops`. */
    readonly field: string,
    message: string,
  ) {
    super(message);
    this.name = 'FieldError';
  }
}
