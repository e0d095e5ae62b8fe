import { z } from 'zod';
import { IdSchema } from '../wire';
import { type ShippedParameterId, shippedParameters } from './registry';

/** A parameter of the keeper's own: the mark, and the identifier under which it is kept. */
const ownParameterPrefix = 'own-';
export const OwnParameterIdSchema = z.templateLiteral([ownParameterPrefix, IdSchema]);
export type OwnParameterId = z.infer<typeof OwnParameterIdSchema>;

export type ParameterId = ShippedParameterId | OwnParameterId;

const shippedIds = shippedParameters.map((p) => p.id) as [ShippedParameterId, ...ShippedParameterId[]];

export const ParameterIdSchema = z.union([z.enum(shippedIds), OwnParameterIdSchema], {
  error: `Choose what was measured: ${shippedIds.join(', ')}, or one of your own.`,
});

export const isOwnParameter = (id: ParameterId): id is OwnParameterId => id.startsWith(ownParameterPrefix);
