const hour = 3_600_000;
const day = 24 * hour;

/** How long ago, in words: "today", "yesterday", "34 days ago". */
export function agoWords(ms: number): string {
  const days = Math.round(ms / day);
  if (days <= 0) return 'today';
  return days === 1 ? 'yesterday' : `${days} days ago`;
}

/** Readings younger than this need no word on their age. Hedge Lamp's own. */
const fresh = 3 * day;
/** From here on a judgment says that it rests on an old reading. Hedge Lamp's own: animals and filters turn within weeks. */
export const oldAfter = 21 * day;

/**
 * What the age of a reading does to the judgment that rests on it: nothing while fresh, else a sentence.
 * @param ms age of the reading
 */
export function ageSentence(ms: number): string {
  if (ms <= fresh) return '';
  const days = Math.round(ms / day);
  if (ms <= oldAfter) return `Read ${days} days ago.`;
  return `This rests on a reading ${days} days old: test again before you rely on it.`;
}
