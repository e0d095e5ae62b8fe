import { z } from 'zod';
import { type Parameter, dissolved } from './parameter';
import { OwnParameterIdSchema, type OwnParameterId } from './parameter-id';
import { shippedParameters } from './registry';

const figure = (what: string) =>
  z
    .number({ error: `Type ${what} as a number.` })
    .min(-1e9, 'At least −1,000,000,000.')
    .max(1e9, 'At most 1,000,000,000.');

/** A parameter of the keeper's own, as they told it: a document that is never overwritten, only followed by a next version. */
export const OwnParameterSchema = z
  .object({
    id: OwnParameterIdSchema,
    version: z.int().positive(),
    name: z
      .string({ error: 'Give it a name.' })
      .trim()
      .min(1, 'Give it a name.')
      .max(40, 'At most 40 characters.')
      .refine((name) => !shippedParameters.some((p) => bare(p.label) === bare(name)), {
        message: 'There is one of this name already. Choose it where you write in a reading.',
      }),
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
  .meta({ id: 'OwnParameter' });
export type OwnParameter = z.infer<typeof OwnParameterSchema>;

/** A name as it is compared: what explains it, its case and its spaces do not make it another. */
const bare = (name: string): string =>
  name
    .replace(/ \(.*\)$/, '')
    .trim()
    .toLowerCase();

/** True where figures of one version still mean the same in the other. */
export const sameMeaning = (a: OwnParameter, b: OwnParameter): boolean => a.unit === b.unit;

/** A parameter of the keeper's own as the rest of the core takes one: one unit, nothing claimed, judged by own limits. */
export const parameterOfOwn = ({
  id,
  name,
  unit,
  low,
  high,
}: Omit<OwnParameter, 'version'>): Parameter<OwnParameterId> => ({
  ...dissolved,
  id,
  label: name,
  // Quoted, so that no name is that of a kind that ships.
  kind: { name: `“${name}”`, units: [{ id: unit, factor: 1, meaning: unit }] },
  usualUnit: unit,
  possible: [low, high],
  startsAtZero: low === 0,
  dilutes: low === 0,
  danger: 17,
  source: 'Told by the keeper.',
});
