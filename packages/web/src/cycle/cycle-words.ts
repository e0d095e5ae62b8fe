import { dated } from '../clock/dated';
import { day } from '@hedge-lamp/core/wire';
import { type CameTrue, type Forecast, chanceWords } from '@hedge-lamp/core/cycle';
import { differenceInCalendarDays, isSameYear } from 'date-fns';

/** A day to come: "today", "tomorrow", then the date, "Saturday 5 December". What has passed is told by its date alone. */
export function dayName(at: number, now: number): string {
  const days = differenceInCalendarDays(at, now);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  const isThisYear = isSameYear(at, now);
  if (days > 1) return dated(at, isThisYear ? 'EEEE d MMMM' : 'EEEE d MMMM yyyy');
  return dated(at, isThisYear ? 'd MMMM' : 'd MMMM yyyy');
}
/** The same within a sentence: "tomorrow", "on Saturday 5 December". */
export function onDay(at: number, now: number): string {
  const name = dayName(at, now);
  return name === 'today' || name === 'tomorrow' ? name : `on ${name}`;
}

/** The instant of a day on the cycle's clock. */
export const instantOf = (startedAt: number, days: number): number => startedAt + days * day;

/** A chance of taking longer than is looked ahead is told from here on. */
const worthTelling = 0.05;

/** "Most likely ready on Saturday 5 December; four times in five between Tuesday 1 December and Friday 11 December." */
export function readySentence({ ready }: Pick<Forecast, 'ready'>, startedAt: number, now: number): string {
  const { early, middle, late, atAll } = ready;
  if (early === null || middle === null || late === null)
    return 'Not ready within the ten weeks that are looked ahead, as things go.';
  const name = (days: number) => dayName(instantOf(startedAt, days), now);
  const likely = `Most likely ready ${onDay(instantOf(startedAt, middle), now)}`;
  const range =
    early === late
      ? ', four times in five on that very day'
      : `; four times in five between ${name(early)} and ${name(late)}`;
  const never =
    1 - atAll < worthTelling ? '' : `. ${chanceWords(1 - atAll)} take over ten weeks, or never get there`;
  return `${likely}${range}${never}.`;
}

/** What became of an earlier forecast. */
export const cameTrueWords: Readonly<Record<CameTrue, string>> = {
  open: 'still open',
  inside: 'held',
  early: 'it was earlier',
  late: 'it was later',
};
