import { z } from 'zod';
import { IdSchema, InstantSchema } from '../readings/reading';

/** A forecast as it was made, kept so that it can be held against what came true. */
export const ForecastRecordDraftSchema = z
  .object({
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
  })
  .meta({ id: 'ForecastRecordDraft' });
export type ForecastRecordDraft = z.infer<typeof ForecastRecordDraftSchema>;

export const ForecastRecordSchema = ForecastRecordDraftSchema.extend({
  createdAt: InstantSchema,
}).meta({ id: 'ForecastRecord' });
export type ForecastRecord = z.infer<typeof ForecastRecordSchema>;

/** What became of a forecast. */
export type CameTrue = 'open' | 'inside' | 'early' | 'late';

/**
 * Whether what came true lay in the four-in-five range of a forecast, to the day.
 * @param readyAt when the challenge was passed; null while it was not
 */
export function cameTrue({ early, late }: ForecastRecord, readyAt: number | null): CameTrue {
  if (readyAt === null) return 'open';
  const day = 86_400_000;
  if (early !== null && readyAt < early - day) return 'early';
  if (late !== null && readyAt > late + day) return 'late';
  return 'inside';
}
