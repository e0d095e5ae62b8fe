/**
 * A number as somebody typed it, with a point or a comma. What does not read as one stays the text it was, so that a
 * schema refuses it in its own words; so does an empty field.
 */
export function typedNumber(text: string): number | string {
  const plain = text.trim().replace(',', '.');
  return plain === '' || Number.isNaN(Number(plain)) ? text : Number(plain);
}
