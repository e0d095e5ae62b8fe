import { day } from '@hedge-lamp/core/wire';

/**
 * Where the day begins, in UTC, that a trace of a year goes back to. The same for a whole day, so that the document can ask
 * for it before the page's script is there.
 * @param now ms since 1970
 */
export const yearBefore = (now: number): number => (Math.floor(now / day) - 366) * day;
