import { FieldError } from './field-error';

export interface TypedFigure {
  readonly value: number;
  /** Worth of the last digit typed: 0.01 for "0.25". The figure means ± half of it at best; 0 for a fraction. */
  readonly lastDigit: number;
}

const vulgar: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
};

/** A figure with its unit typed behind it: "5 ppm", "24°C". */
const withUnit = /^[+-]?[\d.,/\s]*\d\s*[\p{L}°%µ]/u;

const refuse = (text: string, field: string): never => {
  throw new FieldError(
    'not-a-number',
    field,
    withUnit.test(text.trim())
      ? `“${text}” is not a number. Type the figure alone; its unit stands beside it.`
      : `“${text}” is not a number. Type digits, for example 7.4.`,
  );
};

/**
 * Reads one figure as people type it: a point or a comma as decimal mark, a fraction ("1/4", "1 1/2", "½"),
 * spaces around it ignored.
 * @throws FieldError `not-a-number` for anything else, also for "1,000", which means one in one country and a
 * thousand in another
 * @example parseFigure('7,4') // { value: 7.4, lastDigit: 0.1 }
 */
export function parseFigure(text: string, field = 'value'): TypedFigure {
  const plain = text
    .trim()
    .replace('−', '-')
    .replace(/[¼½¾⅓⅔⅛]/, (sign) => ` ${vulgar[sign]}`)
    .trim();
  if (plain === '')
    throw new FieldError('not-a-number', field, 'Nothing is typed here yet. Type digits, for example 7.4.');

  const fraction = /^(?:(\d{1,4})\s+)?(\d{1,4})\s*\/\s*(\d{1,4})$/.exec(plain);
  if (fraction) {
    const [, whole = '0', over, under] = fraction;
    if (Number(under) === 0) refuse(text, field);
    return { value: Number(whole) + Number(over) / Number(under), lastDigit: 0 };
  }

  const close = plain.replace(/\s+/g, '');
  const thousands = /^[+-]?([1-9]\d{0,2}),(\d{3})$/.exec(close);
  if (thousands)
    throw new FieldError(
      'not-a-number',
      field,
      `“${text}” can be read in two ways. Type ${thousands[1]}${thousands[2]}, or ${thousands[1]}.${thousands[2]} with a point.`,
    );
  const match = /^[+-]?(?:\d+(?:\.(\d*))?|\.(\d+))$/.exec(close.replace(',', '.'));
  const value = Number(close.replace(',', '.'));
  if (!match || !Number.isFinite(value)) refuse(text, field);
  const decimals = (match?.[1] ?? match?.[2] ?? '').length;
  return { value, lastDigit: 10 ** -decimals };
}
