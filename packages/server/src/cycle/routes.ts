import {
  CheckedCycleStartSchema,
  CycleStartSchema,
  ForecastRecordDraftSchema,
  ForecastRecordSchema,
} from '@hedge-lamp/core/cycle';
import { DeedSchema } from '@hedge-lamp/core/remedies';
import { IdSchema } from '@hedge-lamp/core/wire';
import { ParameterIdSchema } from '@hedge-lamp/core/parameters';
import { ReadingSchema } from '@hedge-lamp/core/readings';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import { ProblemSchema, refused } from '../wire/problem';
import { latestReadings } from '../readings/for-judging';
import { listLong } from '../readings/listing';
import { listDeeds } from '../remedies/store';
import { waterOf } from '../waters/store';
import { changeStart, createStart, keepForecast, listForecasts, listStarts, markStartDeleted } from './store';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['cycle'];
/** More readings than any cycle has; the newest count. */
const mostReadings = 3000;

const CycleSchema = z
  .object({
    /** Newest first; the first one is shown. */
    starts: z.array(CycleStartSchema),
    /** Since the newest start, newest first. */
    readings: z.array(ReadingSchema),
    deeds: z.array(DeedSchema),
    /** The newest readings of the water that changes are made with. */
    source: z.partialRecord(ParameterIdSchema, ReadingSchema),
    /** Of every cycle of this water. */
    forecasts: z.array(ForecastRecordSchema),
  })
  .meta({ id: 'Cycle' });

export function cycleRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);

  api.get(
    '/api/waters/:id/cycle',
    {
      schema: {
        tags,
        summary: 'The cycle of a water: its start, what was read and done since, and earlier forecasts',
        params: WithId,
        response: { 200: CycleSchema, ...answers },
      },
    },
    async (request) => {
      const water = waterOf(database, request.params.id);
      const starts = listStarts(database, water.id);
      const [start] = starts;
      const from = start?.startedAt;
      const source = water.sourceWaterId === null ? {} : latestReadings(database, water.sourceWaterId);
      if (from === undefined) return { starts, readings: [], deeds: [], source, forecasts: [] };
      const { readings } = await listLong(database, water.id, { from, limit: mostReadings });
      return {
        starts,
        readings,
        deeds: listDeeds(database, water.id, from),
        source,
        forecasts: starts.flatMap(({ id }) => listForecasts(database, id)),
      };
    },
  );

  api.post(
    '/api/cycle-starts',
    {
      schema: {
        tags,
        summary: 'Start a cycle; sending it again changes nothing',
        body: CheckedCycleStartSchema,
        response: { 200: CycleStartSchema, 201: CycleStartSchema, ...answers },
      },
    },
    (request, reply) => {
      const { start, made } = createStart(database, request.body, now());
      reply.code(made ? 201 : 200);
      return start;
    },
  );

  api.put(
    '/api/cycle-starts/:id',
    {
      schema: {
        tags,
        summary: 'Change or end a cycle, naming the version that was seen',
        params: WithId,
        body: z.object({ version: z.int().positive(), start: CheckedCycleStartSchema }),
        response: { 200: CycleStartSchema, ...answers },
      },
    },
    (request) => {
      const { version, start } = request.body;
      if (start.id !== request.params.id) throw refused('start.id', 'The address names another cycle.');
      return changeStart(database, start, version, now());
    },
  );

  api.delete(
    '/api/cycle-starts/:id',
    {
      schema: {
        tags,
        summary: 'Remove a cycle; it can be brought back, and its readings stay',
        params: WithId,
        response: { 200: CycleStartSchema, ...answers },
      },
    },
    (request) => markStartDeleted(database, request.params.id, now(), now()),
  );

  api.post(
    '/api/cycle-starts/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a removed cycle back',
        params: WithId,
        response: { 200: CycleStartSchema, ...answers },
      },
    },
    (request) => markStartDeleted(database, request.params.id, null, now()),
  );

  api.post(
    '/api/forecasts',
    {
      schema: {
        tags,
        summary: 'Keep a forecast; for each newest reading the first one is kept',
        body: ForecastRecordDraftSchema,
        response: { 200: ForecastRecordSchema, 201: ForecastRecordSchema, ...answers },
      },
    },
    (request, reply) => {
      const { forecast, made } = keepForecast(database, request.body, now());
      reply.code(made ? 201 : 200);
      return forecast;
    },
  );
}
