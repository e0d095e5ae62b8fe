import { z } from 'zod';
import { IdSchema } from '../wire/identifier';
import { InstantSchema } from '../wire/instant';
import { StockGroupIdSchema, isAnimal } from '../limits/stock-group';
import { lifeStages } from '../limits/life-stage';

/** Some animals of one kind and age in a water. What was not told is null. */
export const StockEntrySchema = z
  .object({
    id: IdSchema,
    group: StockGroupIdSchema.refine(isAnimal, 'Choose a kind of animal.'),
    /** How many there were when it was told; arrivals, deaths and departures noted since are counted on top. */
    count: z
      .int({ error: 'Type how many as a whole number.' })
      .min(0, 'There cannot be fewer than 0.')
      .max(1_000_000, 'At most a million. Check the number.')
      .nullable()
      .default(null),
    /** Weight of one, grams. */
    gramsEach: z
      .number({ error: 'Type the weight of one as a number.' })
      .positive('One weighs more than 0 g.')
      .max(100_000, 'At most 100 kg each. Check the unit.')
      .nullable()
      .default(null),
    /** Length of one without the tail fin, cm. */
    centimetersEach: z
      .number({ error: 'Type the length of one as a number.' })
      .positive('One is longer than 0 cm.')
      .max(300, 'At most 3 m each. Check the unit.')
      .nullable()
      .default(null),
    stage: z.enum(lifeStages).nullable().default(null),
    /** When the count was told. */
    toldAt: InstantSchema,
  })
  .meta({ id: 'StockEntry' });
export type StockEntry = z.infer<typeof StockEntrySchema>;

/**
 * Weight of one fish from its length: 1.5 g for each 100 cubic centimeters of length cubed. A usual shape (condition
 * factor 1.5, from memory); a slim fish weighs half of it.
 * @param centimeters length without the tail fin
 * @example gramsFromLength(10) // 15
 */
export const gramsFromLength = (centimeters: number): number => 0.015 * centimeters ** 3;

/** Weight of one, grams: as told, else from its length; null where neither was told. */
export const gramsOf = ({
  gramsEach,
  centimetersEach,
}: Pick<StockEntry, 'gramsEach' | 'centimetersEach'>): number | null =>
  gramsEach ?? (centimetersEach === null ? null : gramsFromLength(centimetersEach));
