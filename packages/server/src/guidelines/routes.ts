import {
  RuleEntrySchema,
  StandingSchema,
  TodaySchema,
  ruleEntries,
  standingOf,
  today,
} from '@hedge-lamp/core/guidelines';
import { IdSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import { unchanged } from '../database/unchanged';
import { putOffLines } from '../remedies/plan-store';
import { gatherer } from './gather';
import { ProblemSchema } from '../wire/problem';
import { listWaters, waterOf } from '../waters/store';

const tags = ['guidelines'];

export function todayRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const standings = unchanged(database, now, (_key, at) => {
    const given = gatherer(database, at);
    return listWaters(database).map((water) => standingOf(given(water)));
  });
  const todayOf = unchanged(database, now, (id, at) =>
    today(gatherer(database, at)(waterOf(database, id)), putOffLines(database, id, at)),
  );

  api.get(
    '/api/today',
    {
      schema: {
        tags,
        summary: 'How every water stands, what changed and what is due',
        response: { 200: z.array(StandingSchema) },
      },
    },
    () => standings(''),
  );

  api.get(
    '/api/waters/:id/today',
    {
      schema: {
        tags,
        summary: 'How a water is: gauges, findings, the plan and what is due',
        params: z.object({ id: IdSchema }),
        response: { 200: TodaySchema, 404: ProblemSchema, 422: ProblemSchema },
      },
    },
    (request) => todayOf(request.params.id),
  );

  api.get(
    '/api/rules',
    {
      schema: {
        tags,
        summary: 'Every rule by which findings are made',
        response: { 200: z.array(RuleEntrySchema) },
      },
    },
    () => ruleEntries(),
  );
}
