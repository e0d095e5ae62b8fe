import { FieldError } from '../quantity';
import type { Method } from './method';
import { shippedMethods } from './shipped';

/** Where methods are looked up: what ships, and what the keeper made. */
export interface MethodBook {
  /** The method of that version; the newest when no version is named. Undefined when it is not there. */
  find(id: string, version?: number | null): Method | undefined;
}

/**
 * A book of what ships and of own methods.
 * @param own every version that is kept
 */
export function bookOf(own: readonly Method[]): MethodBook {
  const byId = new Map<string, Method[]>();
  for (const method of [...shippedMethods, ...own])
    byId.set(method.id, [...(byId.get(method.id) ?? []), method]);
  return {
    find(id, version) {
      const versions = byId.get(id);
      const newest = versions?.reduce((a, b) => (b.version > a.version ? b : a));
      if (version === undefined || version === null) return newest;
      // A version that is not here any more is best told by the nearest one that is.
      return versions?.find((m) => m.version === version) ?? newest;
    },
  };
}

/** Only what ships. */
export const shippedBook: MethodBook = bookOf([]);

/**
 * The method with this id.
 * @param version the newest when left out
 * @throws FieldError `unknown-method`
 */
export function methodOf(id: string, version?: number | null, book: MethodBook = shippedBook): Method {
  const method = book.find(id, version);
  if (!method) throw new FieldError('unknown-method', 'methodId', `There is no method called “${id}”.`);
  return method;
}
