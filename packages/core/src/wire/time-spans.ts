/** Spans of time in milliseconds. A `day` is 24 hours long; the day of a date is told by localDate. */
export const minute = 60_000;
export const hour = 60 * minute;
export const day = 24 * hour;
export const week = 7 * day;
