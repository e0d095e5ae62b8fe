import { z } from 'zod';
import { InstantSchema } from '../wire';
import { type Parameter, dissolved } from './parameter';
import { OwnParameterIdSchema, type OwnParameterId } from './parameter-id';

const figure = (what: string) => z.number({ error: `Type ${what} as a number.` });

/** What a keeper tells about a parameter of their own. */
export const OwnParameterDraftSchema = z
  .object({
    id: OwnParameterIdSchema,
    name: z
      .string({ error: 'Give it a name.' })
      .trim()
      .min(1, 'Give it a name.')
      .max(40, 'At most 40 characters.'),
    unit: z
      .string({ error: 'Name the unit, with its basis, such as mg/L B.' })
      .trim()
      .min(1, 'Name the unit, with its basis, such as mg/L B.')
      .max(20, 'At most 20 characters.'),
    /** What can be at all, in that unit. */
    low: figure('the lowest that can be'),
    high: figure('the highest that can be'),
  })
  .refine((p) => p.low < p.high, {
    path: ['high'],
    message: 'The highest that can be must be more than the lowest.',
  })
  .meta({ id: 'OwnParameterDraft' });
export type OwnParameterDraft = z.infer<typeof OwnParameterDraftSchema>;

export const OwnParameterSchema = OwnParameterDraftSchema.safeExtend({
  version: z.int().positive(),
  createdAt: InstantSchema,
  updatedAt: InstantSchema,
}).meta({ id: 'OwnParameter' });
export type OwnParameter = z.infer<typeof OwnParameterSchema>;

/** A parameter of the keeper's own as the rest of the core takes one: one unit, nothing claimed, judged by own limits. */
export const parameterOfOwn = ({
  id,
  name,
  unit,
  low,
  high,
}: OwnParameterDraft): Parameter<OwnParameterId> => ({
  ...dissolved,
  id,
  label: name,
  kind: { name: id, units: [{ id: unit, factor: 1, meaning: unit }] },
  usualUnit: unit,
  possible: [low, high],
  startsAtZero: low === 0,
  dilutes: low === 0,
  danger: 17,
  source: 'Told by the keeper.',
});
