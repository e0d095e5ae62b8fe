import { day } from '../wire';
import { z } from 'zod';
import { IdSchema } from '../wire/identifier';
import { InstantSchema } from '../wire/instant';

const record = z.object({
  id: IdSchema,
  startId: IdSchema,
  madeAt: InstantSchema,
  /** The newest reading that it rests on; one forecast is kept for each. */
  newestReadingAt: InstantSchema,
  /** How many readings it rests on. */
  readings: z.int().min(1).max(5000),
  /** The day of readiness: a tenth, half and nine tenths of what was likely lie before. Null beyond what was foreseen. */
  early: InstantSchema.nullable(),
  middle: InstantSchema.nullable(),
  late: InstantSchema.nullable(),
});
const inOrder = ({ early, middle, late }: z.infer<typeof record>): boolean => {
  const known = [early, middle, late].flatMap((at) => at ?? []);
  return known.every((at, k) => k === 0 || at >= known[k - 1]!);
};
const outOfOrder = {
  path: ['early'],
  error: 'The early day comes before the likely one, and that before the late one.',
};

/** A forecast as it was made, kept so that it can be held against what came true. */
export const ForecastRecordDraftSchema = record
  .refine(inOrder, outOfOrder)
  .meta({ id: 'ForecastRecordDraft' });
export type ForecastRecordDraft = z.infer<typeof ForecastRecordDraftSchema>;

/** One that is kept: an earlier version may have kept one out of order, which is no reason to show nothing. */
export const ForecastRecordSchema = record
  .extend({ createdAt: InstantSchema })
  .meta({ id: 'ForecastRecord' });
export type ForecastRecord = z.infer<typeof ForecastRecordSchema>;

/** What became of a forecast. */
export type CameTrue = 'open' | 'inside' | 'early' | 'late';

/**
 * Whether what came true lay in the four-in-five range of a forecast, to the day.
 * @param readyAt when the challenge was passed; null while it was not
 */
export function cameTrue({ early, late }: ForecastRecord, readyAt: number | null): CameTrue {
  if (readyAt === null) return 'open';
  if (early !== null && readyAt < early - day) return 'early';
  if (late !== null && readyAt > late + day) return 'late';
  return 'inside';
}

/** How many forecasts are settled by now, and how many of them held. */
export interface ForecastScore {
  readonly settled: number;
  readonly held: number;
}

/**
 * Scores forecasts against what came true. One whose last day has passed without readiness has missed, whatever comes.
 * @param readyAt when the challenge was passed; null while it was not
 * @param now ms since epoch
 * @example scoreOf([{ early: 1, late: 5 }], null, 1_728_000_000) // { settled: 1, held: 0 }
 */
export function scoreOf(
  forecasts: readonly ForecastRecord[],
  readyAt: number | null,
  now: number,
): ForecastScore {
  const became = forecasts.map((f) => becameOf(f, readyAt, now));
  return {
    settled: became.filter((b) => b !== 'open').length,
    held: became.filter((b) => b === 'inside').length,
  };
}

/** What became of a forecast by now: still open only while its last day is to come. */
export function becameOf(f: ForecastRecord, readyAt: number | null, now: number): CameTrue {
  return readyAt === null && f.late !== null && f.late + day < now ? 'late' : cameTrue(f, readyAt);
}
