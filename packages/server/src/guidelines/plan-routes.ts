import { planFor } from '@hedge-lamp/core/guidelines';
import { planRoutes } from '@hedge-lamp/core/remedies';
import type { FastifyInstance } from 'fastify';
import { writing } from '../database/writing';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { keepTick, putOff, putOffLines, takeBack } from '../remedies/plan-store';
import { waterOf } from '../waters/store';
import { conflict } from '../wire/problem';
import { gatherer } from './gather';

/** What is done of a plan: each is answered with the plan as it is then. */
export function servePlans(app: FastifyInstance, { database, now }: Context): void {
  const planOfWater = (id: string) =>
    planFor(gatherer(database, now())(waterOf(database, id)), putOffLines(database, id, now()));
  const standing = (id: string, lineId: string) => {
    const { lines, emergency } = planOfWater(id);
    return { line: lines.find((l) => l.id === lineId), emergency };
  };

  serve(app, planRoutes.one, ({ params }) => planOfWater(params.id));
  serve(app, planRoutes.tick, ({ params, body: tick }) => {
    const { id } = waterOf(database, params.id);
    writing(database, (tx) => keepTick(tx, id, tick, () => standing(id, tick.lineId), now()));
    return planOfWater(id);
  });
  serve(app, planRoutes.takeBack, ({ params }) => {
    const { id } = waterOf(database, params.id);
    writing(database, (tx) => takeBack(tx, id, params.tickId, now()));
    return planOfWater(id);
  });
  serve(app, planRoutes.putOff, ({ params, body: { lineId, until } }) => {
    const { id } = waterOf(database, params.id);
    if (until !== null && !planOfWater(id).lines.some((l) => l.id === lineId))
      throw conflict('This line is not in the plan any more. Look at it again.', null);
    putOff(database, id, lineId, until, now());
    return planOfWater(id);
  });
}
