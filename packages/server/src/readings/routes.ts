import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import { ParameterIdSchema } from '@hedge-lamp/core/parameters';
import { ReadingDraftSchema, ReadingSchema } from '@hedge-lamp/core/readings';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, ForGoodSchema, toldBy, typed } from '../door/context';
import { purgeWait } from '../database/purge-wait';
import { ProblemSchema } from '../wire/problem';
import { waterOf } from '../waters/store';
import { keepReadings } from './bulk';
import { purgeReadings } from './purge';
import { changeReading, keepReading, markDeleted, readingOf, versionsOf } from './records';
import { listLong, parametersRead } from './listing';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['readings'];
const SeveralSchema = z.object({ readings: z.array(z.unknown()).min(1).max(10_000) });

const ChangeSchema = ReadingDraftSchema.pick({
  methodId: true,
  kitId: true,
  drawnFrom: true,
  entered: true,
  takenAt: true,
  zone: true,
  doubts: true,
  by: true,
  note: true,
  samplingPointId: true,
});

export function readingRoutes(app: FastifyInstance, context: Context): void {
  const { database, now } = context;
  const api = typed(app);

  api.get(
    '/api/waters/:id/readings',
    {
      schema: {
        tags,
        summary: 'Readings of a water, newest first',
        params: WithId,
        querystring: z.object({
          parameter: ParameterIdSchema.optional(),
          from: z.coerce.number().pipe(InstantSchema).optional(),
          to: z.coerce.number().pipe(InstantSchema).optional(),
          beforeTakenAt: z.coerce.number().pipe(InstantSchema).optional(),
          beforeId: IdSchema.optional(),
          limit: z.coerce.number().int().min(1).max(5000).default(100),
        }),
        response: { 200: z.object({ readings: z.array(ReadingSchema), more: z.boolean() }), ...answers },
      },
    },
    (request) => {
      const { beforeTakenAt, beforeId, ...span } = request.query;
      const before =
        beforeTakenAt !== undefined && beforeId !== undefined
          ? { takenAt: beforeTakenAt, id: beforeId }
          : undefined;
      return listLong(database, waterOf(database, request.params.id).id, { ...span, before });
    },
  );

  api.get(
    '/api/waters/:id/parameters',
    {
      schema: {
        tags,
        summary: 'What was ever read in a water',
        params: WithId,
        response: { 200: z.array(ParameterIdSchema), ...answers },
      },
    },
    (request) => parametersRead(database, waterOf(database, request.params.id).id),
  );

  api.post(
    '/api/readings',
    {
      schema: {
        tags,
        summary: 'Keep a reading; sending it again changes nothing',
        body: ReadingDraftSchema,
        response: { 200: ReadingSchema, 201: ReadingSchema, ...answers },
      },
    },
    (request, reply) => {
      const { reading, made } = keepReading(database, request.body, now(), toldBy(request, context));
      reply.code(made ? 201 : 200);
      return reading;
    },
  );

  api.post(
    '/api/readings/bulk',
    {
      bodyLimit: 16 * 1024 * 1024,
      // Each is checked when its slice comes: all at once would keep everybody waiting.
      validatorCompiler: () => (value: unknown) => ({ value }),
      schema: {
        tags,
        summary: 'Keep up to 10,000 readings, all or none',
        body: z.object({ readings: z.array(ReadingDraftSchema).min(1).max(10_000) }),
        response: { 200: z.object({ kept: z.int(), alreadyThere: z.int() }), ...answers },
      },
    },
    async (request) => {
      const { readings } = SeveralSchema.parse(request.body);
      const kept = await keepReadings(database, readings, now(), toldBy(request, context));
      return { kept, alreadyThere: readings.length - kept };
    },
  );

  api.get(
    '/api/readings/:id',
    {
      schema: { tags, summary: 'One reading', params: WithId, response: { 200: ReadingSchema, ...answers } },
    },
    (request) => readingOf(database, request.params.id),
  );

  api.put(
    '/api/readings/:id',
    {
      schema: {
        tags,
        summary: 'Change a reading, naming the version that was seen; the old version stays',
        params: WithId,
        body: z.object({ version: z.int().positive(), change: ChangeSchema }),
        response: { 200: ReadingSchema, ...answers },
      },
    },
    (request) => {
      const { version, change } = request.body;
      const { horizon } = toldBy(request, context);
      return changeReading(database, request.params.id, version, change, now(), horizon);
    },
  );

  api.get(
    '/api/readings/:id/versions',
    {
      schema: {
        tags,
        summary: 'What a reading said before each edit, oldest first',
        params: WithId,
        response: { 200: z.array(z.object({ was: ReadingSchema, replacedAt: InstantSchema })), ...answers },
      },
    },
    (request) => versionsOf(database, request.params.id),
  );

  api.delete(
    '/api/readings/:id',
    {
      config: { takesItsTurn: true },
      schema: {
        tags,
        summary: 'Delete a reading; it can be brought back unless it goes for good',
        params: WithId,
        querystring: ForGoodSchema,
        response: { 200: ReadingSchema, ...answers },
      },
    },
    async (request) => {
      const { id } = request.params;
      const { forGood } = request.query;
      const purgeAt = forGood ? now() + (forGood === 'at-once' ? 0 : purgeWait) : null;
      const deleted = await context.inTurn(() => markDeleted(database, id, now(), purgeAt));
      if (forGood === 'at-once') await purgeReadings(database, [id], context.inTurn);
      return deleted;
    },
  );

  api.post(
    '/api/readings/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a deleted reading back',
        params: WithId,
        response: { 200: ReadingSchema, ...answers },
      },
    },
    (request) => markDeleted(database, request.params.id, null),
  );
}
