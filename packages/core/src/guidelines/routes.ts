import { z } from 'zod';
import { WithId, judged, routes } from '../wire';
import { RuleEntrySchema } from './told-rule';
import { StandingSchema, TodaySchema } from './told-today';

export const todayRoutes = routes('guidelines', {
  standings: {
    method: 'GET',
    path: '/api/today',
    summary: 'How every water stands, what changed and what is due',
    answer: z.array(StandingSchema),
    shows: judged,
  },
  today: {
    method: 'GET',
    path: '/api/waters/:id/today',
    summary: 'How a water is: gauges, findings, the plan and what is due',
    params: WithId,
    answer: TodaySchema,
    shows: judged,
  },
  rules: {
    method: 'GET',
    path: '/api/rules',
    summary: 'Every rule by which findings are made',
    answer: z.array(RuleEntrySchema),
    shows: [],
  },
});
