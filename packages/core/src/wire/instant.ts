import { z } from 'zod';

/** Milliseconds since 1970-01-01 UTC; the year 1990 to 2200 keeps slips of a unit out. */
export const InstantSchema = z
  .int({ error: 'Give the time as a whole number of milliseconds.' })
  .min(631_152_000_000, 'This time lies before 1990. Check the year.')
  .max(7_258_118_400_000, 'This time lies after 2200. Check the year.');
/** IANA name of the zone in which the instant was taken. */
export const ZoneSchema = z.string().min(1).max(60);
