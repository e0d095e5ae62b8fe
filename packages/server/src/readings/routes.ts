import {
  IdSchema,
  InstantSchema,
  ParameterIdSchema,
  ReadingDraftSchema,
  ReadingSchema,
} from '@hedge-lamp/core/readings';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../context';
import { ProblemSchema } from '../problem';
import { waterOf } from '../waters/store';
import {
  changeReading,
  keepReading,
  keepReadings,
  listReadings,
  markDeleted,
  readingOf,
  versionsOf,
} from './store';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['readings'];

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

export function readingRoutes(app: FastifyInstance, { database, now }: Context): void {
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
      return listReadings(database, waterOf(database, request.params.id).id, { ...span, before });
    },
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
      const { reading, made } = keepReading(database, request.body, now());
      reply.code(made ? 201 : 200);
      return reading;
    },
  );

  api.post(
    '/api/readings/bulk',
    {
      bodyLimit: 16 * 1024 * 1024,
      schema: {
        tags,
        summary: 'Keep up to 10,000 readings, all or none',
        body: z.object({ readings: z.array(ReadingDraftSchema).min(1).max(10_000) }),
        response: { 200: z.object({ kept: z.int(), alreadyThere: z.int() }), ...answers },
      },
    },
    (request) => {
      const { readings } = request.body;
      const kept = keepReadings(database, readings, now());
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
    (request) => changeReading(database, request.params.id, request.body.version, request.body.change, now()),
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
      schema: {
        tags,
        summary: 'Delete a reading; it can be brought back',
        params: WithId,
        response: { 200: ReadingSchema, ...answers },
      },
    },
    (request) => markDeleted(database, request.params.id, now()),
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
