import {
  type FactsGiven,
  type Latest,
  RuleEntrySchema,
  StandingSchema,
  TodaySchema,
  ruleEntries,
  standingOf,
  today,
} from '@hedge-lamp/core/guidelines';
import { IdSchema } from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../context';
import type { Database } from '../database/open-database';
import { listBottles } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { ProblemSchema } from '../problem';
import { latestReadings, pastReadings, phPartnerOf, readingBefore } from '../readings/store';
import { listDeeds } from '../remedies/store';
import { listWaters, waterOf } from '../waters/store';

const lately = 90 * 86_400_000;
const tags = ['guidelines'];

/** Gathers what judgments are made from. What several waters share, such as a source, is fetched once. */
function gatherer(database: Database, at: number): (water: Water) => FactsGiven {
  const book = methodBook(database);
  const kits = listBottles(database);
  const waters = new Map(listWaters(database).map((w) => [w.id, w]));
  const latest = new Map<string, Latest>();
  const latestOf = (id: string): Latest => {
    const there = latest.get(id);
    if (there) return there;
    const newest = latestReadings(database, id);
    const found = { ...newest, phPartner: phPartnerOf(database, newest.ph) };
    latest.set(id, found);
    return found;
  };
  return (water) => {
    const source = water.sourceWaterId === null ? undefined : waters.get(water.sourceWaterId);
    return {
      water,
      latest: latestOf(water.id),
      deeds: listDeeds(database, water.id, at - lately),
      at,
      book,
      kits,
      history: (parameter) => pastReadings(database, water.id, parameter),
      earlier: (...asked) => readingBefore(database, water.id, ...asked),
      source: source ? { water: source, latest: latestOf(source.id) } : null,
    };
  };
}

export function todayRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);

  api.get(
    '/api/today',
    {
      schema: {
        tags,
        summary: 'How every water stands, what changed and what is due',
        response: { 200: z.array(StandingSchema) },
      },
    },
    () => {
      const given = gatherer(database, now());
      return listWaters(database).map((water) => standingOf(given(water)));
    },
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
    (request) => today(gatherer(database, now())(waterOf(database, request.params.id))),
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
