import { FieldError } from './field-error';

export interface TypedFigure {
  readonly value: number;
  /** Worth of the last digit typed: 0.01 for "0.25". The figure means ± half of it at best. */
  readonly lastDigit: number;
}

/**
 * Reads a figure as people type it: a point or a comma as decimal mark, spaces ignored.
 * @throws FieldError `not-a-number` for anything else.
 */
export function parseFigure(text: string, field = 'value'): TypedFigure {
  const plain = text.trim().replace(/\s+/g, '').replace(',', '.').replace('−', '-');
  const match = /^[+-]?(?:\d+(?:\.(\d*))?|\.(\d+))$/.exec(plain);
  const value = Number(plain);
  if (plain === '')
    throw new FieldError('not-a-number', field, 'Nothing is typed here yet. Type digits, for example 7.4.');
  if (!match || !Number.isFinite(value))
    throw new FieldError('not-a-number', field, `“${text}” is not a number. Type digits, for example 7.4.`);
  const decimals = (match[1] ?? match[2] ?? '').length;
  return { value, lastDigit: 10 ** -decimals };
}
