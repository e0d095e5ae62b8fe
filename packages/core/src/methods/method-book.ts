import type { Card } from '../color/card';
import type { OwnCard } from '../color/own-card';
import { FieldError } from '../quantity';
import type { Method } from './method';
import { shippedMethods } from './shipped';

/** Where methods are looked up: what ships, and what the keeper made. */
export interface MethodBook {
  /** The method of that version; the newest when no version is named. Undefined when it is not there. */
  find(id: string, version?: number | null): Method | undefined;
  /** The keeper's own card of that version; the newest when no version is named. Undefined when it is not there. */
  card(id: string, version?: number | null): Card | undefined;
}

/** The version asked for; the newest when none is, and for one that is not here any more. */
function versionOf<T extends { readonly version: number }>(
  versions: readonly T[] | undefined,
  version: number | null | undefined,
): T | undefined {
  if (!versions || versions.length === 0) return undefined;
  const newest = versions.reduce((a, b) => (b.version > a.version ? b : a));
  return versions.find((v) => v.version === version) ?? newest;
}

/**
 * A book of what ships and of own methods and cards.
 * @param own every version that is kept
 * @param cards every version that is kept
 */
export function bookOf(own: readonly Method[], cards: readonly OwnCard[] = []): MethodBook {
  const byId = new Map<string, Method[]>();
  for (const method of [...shippedMethods, ...own])
    byId.set(method.id, [...(byId.get(method.id) ?? []), method]);
  return {
    find: (id, version) => versionOf(byId.get(id), version),
    card: (id, version) =>
      versionOf(
        cards.filter((c) => c.id === id),
        version,
      )?.card,
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
