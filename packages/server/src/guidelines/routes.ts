import { type Today, TodaySchema, today } from '@hedge-lamp/core/guidelines';
import { IdSchema } from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../context';
import { ProblemSchema } from '../problem';
import { methodBook } from '../methods/store';
import { latestReadings, phPartnerOf } from '../readings/store';
import { listDeeds } from '../remedies/store';
import { listWaters, waterOf } from '../waters/store';

const lately = 60 * 86_400_000;
const tags = ['guidelines'];

export function todayRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const todayOf = (water: Water): Today => {
    const at = now();
    const latest = latestReadings(database, water.id);
    return today(
      water,
      { ...latest, phPartner: phPartnerOf(database, latest.ph) },
      listDeeds(database, water.id, at - lately),
      at,
      methodBook(database),
    );
  };

  api.get(
    '/api/today',
    {
      schema: {
        tags,
        summary: 'How every water stands and what is due',
        response: { 200: z.array(TodaySchema.pick({ waterId: true, status: true, due: true })) },
      },
    },
    () => listWaters(database).map(todayOf),
  );

  api.get(
    '/api/waters/:id/today',
    {
      schema: {
        tags,
        summary: 'How a water is: gauges, findings and what is due',
        params: z.object({ id: IdSchema }),
        response: { 200: TodaySchema, 404: ProblemSchema, 422: ProblemSchema },
      },
    },
    (request) => todayOf(waterOf(database, request.params.id)),
  );
}
