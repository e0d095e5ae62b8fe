import { isDeepStrictEqual } from 'node:util';

/** True when `kept` says the same as `sent` in every field that was sent: the same create, sent again. */
export const sameContent = (sent: object, kept: object): boolean =>
  Object.entries(sent).every(([field, value]) =>
    isDeepStrictEqual(value ?? null, (kept as Record<string, unknown>)[field] ?? null),
  );
