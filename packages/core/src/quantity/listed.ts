/** Made with the first list: it is dear, and some pages have none. */
let list: Intl.ListFormat | undefined;

/** Names in a sentence: "ammonia, nitrite and pH". */
export const listed = (names: readonly string[]): string => {
  list ??= new Intl.ListFormat('en-GB', { type: 'conjunction' });
  return list.format(names);
};
