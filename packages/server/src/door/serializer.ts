import type { FastifySerializerCompiler } from 'fastify/types/schema';
import { z } from 'zod';

/** A figure that is none must not be sent as `null`: that would say that an end of a range is not known. */
function refuseNoFigure(key: string, value: unknown): unknown {
  if (typeof value === 'number' && !Number.isFinite(value))
    throw new Error(`What was computed for ${key || 'the answer'} is no figure.`);
  return value;
}

/**
 * Answers are sent as they are: what a row says is listed, whatever a wrong clock or an older version wrote into it. The
 * schema of an answer describes it for others.
 */
export const asItIs: FastifySerializerCompiler<z.ZodType> =
  ({ url }) =>
  (data) =>
    JSON.stringify(data, isComputed.test(url ?? '') ? refuseNoFigure : undefined);

/** Answers that are reckoned when they are asked for; the others come out of the file, which holds no such figure. */
const isComputed = /\/(today|plan|sheet)/;

/** For tests: an answer that is not what its schema says is a fault. */
export const asDescribed: FastifySerializerCompiler<z.ZodType> = (given) => (data) => {
  const known = z.safeEncode(given.schema, data as never);
  if (!known.success) throw known.error;
  return asItIs(given)(data);
};
