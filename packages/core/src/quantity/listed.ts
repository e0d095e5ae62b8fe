const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** Names in a sentence: "ammonia, nitrite and pH". */
export const listed = (names: readonly string[]): string => list.format(names);
