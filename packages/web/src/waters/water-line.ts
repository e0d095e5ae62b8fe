import { dated } from '../clock/dated';
import type { Cell, Standing } from '@hedge-lamp/core/guidelines';
import { statusWord, subjectLabel } from '@hedge-lamp/core/limits';
import { midSentence, shortName } from '@hedge-lamp/core/parameters';
import { isSameDay } from 'date-fns';

/** How lately a figure was read, where that has to be said. */
const lightWord: Readonly<Record<Cell['light'], string>> = {
  lit: '',
  late: '',
  dusk: 'too old to rest on',
  dark: 'never read',
};

/** A small beam in words: "Total ammonia 1.4 (0.8–1.5) mg/L NH3-N, Act"; with its place, "pH, below: 7.1, Clear". */
export function cellWords({ subject, says, place, status, light, estimate }: Cell): string {
  const name = place
    ? `${subjectLabel(subject)}, ${place}${says && `: ${says}`}`
    : `${subjectLabel(subject)} ${says}`.trim();
  return [
    name,
    estimate && says ? 'worked out' : '',
    lightWord[light],
    status === 'unread' ? '' : statusWord[status],
  ]
    .filter(Boolean)
    .join(', ');
}

/** A figure of which nobody knows any more whether it still is so: in dusk, and Clear no more. What was bad stays bad. */
export const asStale = (cell: Cell): Cell => ({
  ...cell,
  light: cell.light === 'dark' ? 'dark' : 'dusk',
  status: cell.status === 'clear' ? 'unread' : cell.status,
});

/** What is due, in a few words: "KH today", "total ammonia, pH since 24 Nov", "5 tests since 24 Nov"; empty where nothing is. */
export function dueWords({ due }: Pick<Standing, 'due'>, now: number): string {
  if (due.length === 0) return '';
  const names = [...new Set(due.map((d) => midSentence(shortName(d.parameter))))];
  const first = Math.min(...due.map((d) => d.dueAt));
  // What was never read is due from the first day on: no date says more than that.
  const never = due.every((d) => d.why === 'Not tested yet.');
  const since = never
    ? ''
    : first > now || isSameDay(first, now)
      ? ' today'
      : ` since ${dated(first, 'd MMM')}`;
  return `${names.length > 2 ? `${names.length} tests` : names.join(', ')}${since}`;
}
