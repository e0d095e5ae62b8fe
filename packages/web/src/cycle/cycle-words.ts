import type { CameTrue, Forecast } from '@hedge-lamp/core/cycle';
import { differenceInCalendarDays, format, isSameYear } from 'date-fns';

const day = 86_400_000;

/**
 * A day to come as one says it: "today", "tomorrow", "Thursday", "Thursday week" for the one after, then the date.
 * What has passed is told by its date.
 */
export function dayName(at: number, now: number): string {
  const days = differenceInCalendarDays(at, now);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days > 1 && days < 7) return format(at, 'EEEE');
  if (days >= 7 && days < 14) return `${format(at, 'EEEE')} week`;
  return format(at, isSameYear(at, now) ? 'd MMMM' : 'd MMMM yyyy');
}

/** The instant of a day on the cycle's clock. */
export const instantOf = (startedAt: number, days: number): number => startedAt + days * day;

/** "Most likely ready Thursday week; four times in five between Tuesday and Monday week." */
export function readySentence({ ready }: Pick<Forecast, 'ready'>, startedAt: number, now: number): string {
  const name = (days: number | null) => (days === null ? null : dayName(instantOf(startedAt, days), now));
  const [early, middle, late] = [name(ready.early), name(ready.middle), name(ready.late)];
  if (middle === null)
    return early === null
      ? 'Not ready within the ten weeks that are looked ahead, as things go.'
      : `Not before ${early}; more likely than not later than the ten weeks that are looked ahead.`;
  if (late === null) return `Most likely ready ${middle}, not before ${early}; it may take far longer.`;
  if (early === late)
    return middle === 'today' ? 'Most likely ready today.' : `Most likely ready ${middle}, almost for sure.`;
  return `Most likely ready ${middle}; four times in five between ${early} and ${late}.`;
}

/** What became of an earlier forecast. */
export const cameTrueWords: Readonly<Record<CameTrue, string>> = {
  open: 'still open',
  inside: 'came true',
  early: 'it was earlier',
  late: 'it was later',
};
