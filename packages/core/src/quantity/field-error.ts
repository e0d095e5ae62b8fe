/**
 * The errors of bad input, all in one shape: a code for programs, the field it is about, and a sentence
 * that a person can act on.
 */
export type FieldErrorCode =
  /** Nothing was typed, or what was typed is no figure. */
  | 'not-a-number'
  /** A figure or a choice that cannot be, or not here. */
  | 'out-of-range'
  /** The low end of a range lies above its high end. */
  | 'upside-down'
  /** A unit, or a salt, that is not known. */
  | 'unknown-unit'
  /** Two quantities of different kinds, such as a hardness and a temperature. */
  | 'across-kinds'
  /** A method that is not known here, or not in this version. */
  | 'unknown-method'
  /** A color card that is not known here, or not in this version. */
  | 'unknown-card'
  /** A card of another method, or one that cannot be learned from. */
  | 'wrong-card'
  /** A picture that cannot be opened or read. */
  | 'wrong-photo'
  /** A box on a photograph that marks nothing that can be read. */
  | 'wrong-box'
  /** What was entered does not fit the method: drops for a card, a pad too many. */
  | 'wrong-entry'
  /** Two things that cannot both be so. */
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
