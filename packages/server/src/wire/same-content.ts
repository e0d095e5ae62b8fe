import { isDeepStrictEqual } from 'node:util';

/** A value as it comes back from the file: no `undefined`, no minus zero, no half of a character. */
const asKept = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value ?? null, (_key, inner: unknown) =>
      typeof inner === 'string' ? Buffer.from(inner, 'utf8').toString('utf8') : inner,
    ),
  );

/** True when `kept` says the same as `sent` in every field that was sent: the same create, sent again. */
export const sameContent = (sent: object, kept: object): boolean =>
  Object.entries(sent).every(([field, value]) =>
    isDeepStrictEqual(asKept(value), asKept((kept as Record<string, unknown>)[field])),
  );
