import { day } from '../wire';

/** How long ago, in words: "today", "yesterday", "34 days ago". */
export function agoWords(ms: number): string {
  const days = Math.round(ms / day);
  if (days <= 0) return 'today';
  return days === 1 ? 'yesterday' : `${days} days ago`;
}

/** Readings younger than this need no word on their age. Hedge Lamp's own. */
const fresh = 3 * day;

/**
 * What the age of a reading does to the judgment that rests on it: nothing while fresh, else a sentence.
 * @param ms age of the reading
 * @param claim for how long it may be part of the claim that all is well, ms
 */
export function ageSentence(ms: number, claim: number): string {
  const days = Math.round(ms / day);
  if (ms > claim) return `Read ${agoWords(ms)}; it holds ${holdWords(claim)}. Test again first.`;
  return ms <= fresh ? '' : `Read ${days} days ago.`;
}

/** "14 days", "1 day". */
export function holdWords(claim: number): string {
  const days = Math.round(claim / day);
  return days === 1 ? '1 day' : `${days} days`;
}
