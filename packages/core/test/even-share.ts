import fc from 'fast-check';

/**
 * A share from 0 to 1, evenly spread. Doubles drawn by fast-check are even over the numbers that a computer can
 * hold, and half of those are next to nothing: points would huddle at the low end of every interval.
 */
export const evenShare = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
