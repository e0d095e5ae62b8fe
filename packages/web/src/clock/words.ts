import { dated } from './dated';
import { differenceInCalendarDays, format, formatDistance, isSameYear } from 'date-fns';

/** "3 days ago", by the calendar, with today and yesterday named. */
export function agoInWords(instant: number, now: number): string {
  const days = differenceInCalendarDays(now, instant);
  if (days <= 0) return now - instant < 60_000 ? 'just now' : `today ${format(instant, 'HH:mm')}`;
  if (days === 1) return `yesterday ${format(instant, 'HH:mm')}`;
  return days < 45 ? `${days} days ago` : `${formatDistance(instant, now)} ago`;
}

/** "Tuesday, 24 November", with the year when it is another one. */
export const dayInWords = (instant: number, now: number): string =>
  dated(instant, isSameYear(instant, now) ? 'EEEE, d MMMM' : 'EEEE, d MMMM yyyy');

/** Days that are written as 2026-11-24, in a sentence or alone, as a reader writes them: "24 Nov 2026". What is no day stays. */
export const withDates = (text: string): string =>
  text.replace(/\b(\d{4})-(\d\d)-(\d\d)\b/g, (written, y: string, m: string, d: string) => {
    const date = new Date(Number(y), Number(m) - 1, Number(d));
    return date.getDate() === Number(d) ? dated(date, 'd MMM yyyy') : written;
  });

/** mm:ss until an instant, never below zero. */
export function countdown(until: number, now: number): string {
  const seconds = Math.max(0, Math.ceil((until - now) / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** The same for a screen reader. */
export function countdownInWords(until: number, now: number): string {
  const seconds = Math.max(0, Math.ceil((until - now) / 1000));
  const minutes = Math.floor(seconds / 60);
  const parts = [
    minutes > 0 ? `${minutes} min` : '',
    seconds % 60 > 0 || minutes === 0 ? `${seconds % 60} s` : '',
  ];
  return parts.filter(Boolean).join(' ');
}

/** Value for an `<input type="datetime-local">`, in the zone of this device. */
export const toLocalInput = (instant: number): string => format(instant, "yyyy-MM-dd'T'HH:mm");

/** The instant typed into such an input; null when it is empty or half typed. */
export function fromLocalInput(text: string): number | null {
  const instant = new Date(text).getTime();
  return text === '' || Number.isNaN(instant) ? null : instant;
}

export const thisZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** How long ago in as little room as can be: "20 min ago", "3 h ago", "6 d ago", and the date where that tells more. */
export function agoInShort(instant: number, now: number): string {
  const minutes = Math.floor((now - instant) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 24 * 60) return `${Math.floor(minutes / 60)} h ago`;
  const days = differenceInCalendarDays(now, instant);
  if (days < 100) return `${days} d ago`;
  return dated(instant, isSameYear(instant, now) ? 'd MMM' : 'd MMM yyyy');
}
