import { format } from 'date-fns';

/** How dates are written here; in each, the day before the month. */
type DateStyle = `${string}d MMM${string}`;

/** A day of which the order of day and month tells apart. */
const someDay = new Date(2001, 10, 22);
const asked = new Map<string, boolean>();

const languageHere = (): string => (typeof window === 'undefined' ? 'en-GB' : navigator.language);

/** True where people write the month before the day, as the language of a browser says. */
export function isMonthFirst(language: string): boolean {
  const known = asked.get(language);
  if (known !== undefined) return known;
  let first = false;
  try {
    const parts = new Intl.DateTimeFormat(language, { day: 'numeric', month: 'long' })
      .formatToParts(someDay)
      .map((p) => p.type);
    first = parts.indexOf('month') < parts.indexOf('day');
  } catch {
    // A language that nobody knows: as the rest of the page has it.
  }
  asked.set(language, first);
  return first;
}

/**
 * The pattern of a date as it is written where this keeper lives. Months are words, so that no order can be misread.
 * @example dateStyle('d MMM yyyy', true) // 'MMM d, yyyy', with no break between month and day
 */
export const dateStyle = (style: DateStyle, monthFirst = isMonthFirst(languageHere())): string =>
  monthFirst
    ? style.replace(
        /(EEEE?)?,? ?d (MMMM?)( yyyy)?/,
        (_, weekday: string | undefined, month: string, year?: string) =>
          `${weekday ? `${weekday}, ` : ''}${month}\u00a0d${year ? `,${year}` : ''}`,
      )
    : style;

/** An instant as a date, in the zone of this device: "24 Nov 2026", or "Nov 24, 2026" where that is usual. */
export const dated = (at: number | Date, style: DateStyle, of = languageHere()): string =>
  format(at, dateStyle(style, isMonthFirst(of)));
