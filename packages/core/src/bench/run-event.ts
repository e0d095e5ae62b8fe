import { z } from 'zod';
import { CardMatchSchema } from '../color/card-match';
import { DoubtIdSchema } from '../readings';
import { IdSchema, InstantSchema } from '../wire';
import { TestSchema } from './test';

const base = {
  /** Made by whoever saw it happen; the same event sent twice counts once. */
  id: IdSchema,
  testId: IdSchema,
  at: InstantSchema,
};
/** The step it was meant for: an event for a step that is already left changes nothing. */
const step = z.int().min(0, 'There is no step before the first.');
/** Which pad of a strip; left out where there is only one thing to read. */
const pad = z.int().min(0).max(11).optional();

/** A bottle that was shaken minutes ago, so that a short shake was asked for. */
const again = z.literal(true).optional();

/** Everything that can happen on the bench. A run is the list of these. */
export const RunEventSchema = z
  .discriminatedUnion('type', [
    /** A tube put beside the others while the run is live; `testId` is its own. */
    z.object({ ...base, type: z.literal('added'), test: TestSchema }),
    z.object({ ...base, type: z.literal('drop'), step }),
    z.object({ ...base, type: z.literal('take-back'), step }),
    /** `did` says that what was not counted or timed here was done all the same. */
    z.object({ ...base, type: z.literal('step-done'), step, did: z.literal(true).optional(), again }),
    z.object({ ...base, type: z.literal('step-back'), step }),
    z.object({ ...base, type: z.literal('timer-started'), step, again }),
    z.object({ ...base, type: z.literal('turned'), step }),
    z.object({ ...base, type: z.literal('answered'), step, answer: z.int().min(0).max(5) }),
    z.object({
      ...base,
      type: z.literal('matched'),
      step,
      pad,
      match: CardMatchSchema.nullable(),
      /** A card of the keeper's own that it is read on; left out for that of the method. */
      card: z.object({ id: IdSchema, version: z.int().positive() }).optional(),
    }),
    z.object({
      ...base,
      type: z.literal('figure'),
      step,
      text: z.string().max(20),
      unit: z.string().max(20),
      device: z.enum(['simulated-pen']).optional(),
    }),
    z.object({ ...base, type: z.literal('doubt'), doubt: DoubtIdSchema, on: z.boolean() }),
    z.object({
      ...base,
      type: z.literal('confirmed'),
      readingId: IdSchema,
      pad,
      zone: z.string().min(1).max(60),
    }),
    z.object({ ...base, type: z.literal('set-aside') }),
    z.object({ ...base, type: z.literal('taken-up') }),
  ])
  .meta({ id: 'RunEvent' });
export type RunEvent = z.infer<typeof RunEventSchema>;
