import { RunDraftSchema, RunEventSchema, RunSchema } from '@hedge-lamp/core/bench';
import { IdSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, toldBy, typed } from '../door/context';
import { ProblemSchema } from '../wire/problem';
import { addEvents, openRuns, runOf, startRun } from './store';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['bench'];

export function runRoutes(app: FastifyInstance, context: Context): void {
  const { database, now, timerNow } = context;
  const api = typed(app);

  api.get(
    '/api/runs/open',
    {
      schema: {
        tags,
        summary: 'Runs in which a tube still wants something',
        response: { 200: z.array(RunSchema) },
      },
    },
    () => openRuns(database),
  );

  api.post(
    '/api/runs',
    {
      schema: {
        tags,
        summary: 'Start a run; sending it again changes nothing',
        body: RunDraftSchema,
        response: { 200: RunSchema, 201: RunSchema, ...answers },
      },
    },
    (request, reply) => {
      const { run, made } = startRun(database, request.body);
      reply.code(made ? 201 : 200);
      return run;
    },
  );

  api.get(
    '/api/runs/:id',
    {
      schema: {
        tags,
        summary: 'One run with its events',
        params: WithId,
        response: { 200: RunSchema, ...answers },
      },
    },
    (request) => runOf(database, request.params.id),
  );

  api.post(
    '/api/runs/:id/events',
    {
      schema: {
        tags,
        summary: 'Add what happened on the bench; a confirmed tube becomes a reading in the same transaction',
        params: WithId,
        body: z.object({ events: z.array(RunEventSchema).min(1).max(500) }),
        response: { 200: RunSchema, ...answers },
      },
    },
    (request) =>
      addEvents(database, request.params.id, request.body.events, timerNow(), {
        date: now(),
        ...toldBy(request, context),
      }),
  );
}
