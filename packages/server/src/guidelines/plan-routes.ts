import { planFor } from '@hedge-lamp/core/guidelines';
import { IdSchema, InstantSchema, ZoneSchema } from '@hedge-lamp/core/wire';
import { PlanSchema } from '@hedge-lamp/core/remedies';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import { writing } from '../database/writing';
import { ProblemSchema, conflict } from '../wire/problem';
import { keepTick, putOff, putOffLines, takeBack } from '../remedies/plan-store';
import { waterOf } from '../waters/store';
import { gatherer } from './gather';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['plan'];
const lineId = z.string().min(1, 'Say which line.').max(200, 'At most 200 characters.');

/** What is done of a plan: each route answers with the plan as it is then. */
export function planRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const planOfWater = (id: string) =>
    planFor(gatherer(database, now())(waterOf(database, id)), putOffLines(database, id, now()));

  const standing = (id: string, lineId: string) => {
    const { lines, emergency } = planOfWater(id);
    return { line: lines.find((l) => l.id === lineId), emergency };
  };

  api.get(
    '/api/waters/:id/plan',
    {
      schema: {
        tags,
        summary: 'What to do about a water, in order',
        params: WithId,
        response: { 200: PlanSchema, ...answers },
      },
    },
    (request) => planOfWater(request.params.id),
  );

  api.post(
    '/api/waters/:id/plan/ticks',
    {
      schema: {
        tags,
        summary:
          'Tick a line of the plan as done; what it says is noted with its amount. Sent again it changes nothing',
        params: WithId,
        body: z.object({
          id: IdSchema,
          lineId,
          /** That of the line as it was seen. */
          key: z.string().max(40, 'At most 40 characters.'),
          at: InstantSchema,
          zone: ZoneSchema,
        }),
        response: { 200: PlanSchema, ...answers },
      },
    },
    (request) => {
      const { id } = waterOf(database, request.params.id);
      const tick = request.body;
      writing(database, (tx) => keepTick(tx, id, tick, () => standing(id, tick.lineId), now()));
      return planOfWater(id);
    },
  );

  api.delete(
    '/api/waters/:id/plan/ticks/:tickId',
    {
      schema: {
        tags,
        summary: 'Take a tick back, with all that it noted',
        params: z.object({ id: IdSchema, tickId: IdSchema }),
        response: { 200: PlanSchema, ...answers },
      },
    },
    (request) => {
      const { id } = waterOf(database, request.params.id);
      writing(database, (tx) => takeBack(tx, id, request.params.tickId, now()));
      return planOfWater(id);
    },
  );

  api.put(
    '/api/waters/:id/plan/put-off',
    {
      schema: {
        tags,
        summary: 'Put a line of the plan off, or have it back',
        params: WithId,
        body: z.object({ lineId, until: InstantSchema.nullable() }),
        response: { 200: PlanSchema, ...answers },
      },
    },
    (request) => {
      const { id } = waterOf(database, request.params.id);
      const { lineId: line, until } = request.body;
      if (until !== null && !planOfWater(id).lines.some((l) => l.id === line))
        throw conflict('This line is not in the plan any more. Look at it again.', null);
      putOff(database, id, line, until, now());
      return planOfWater(id);
    },
  );
}
