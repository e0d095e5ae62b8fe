import { shallowReactive } from 'vue';
import type { RouteLocationRaw } from 'vue-router';

/** A word on the card of a water that another room has to say, and where it leads. */
export interface ShelfNote {
  readonly says: string;
  readonly to: RouteLocationRaw;
}
type Teller = (waterId: string) => ShelfNote | null;

const tellers = shallowReactive(new Set<Teller>());

/** Lets a room say something on the card of each water, such as how many tubes stand on the bench. */
export const tellOnShelf = (teller: Teller): void => {
  tellers.add(teller);
};
export const shelfNotes = (waterId: string): ShelfNote[] =>
  [...tellers].flatMap((tell) => tell(waterId) ?? []);
