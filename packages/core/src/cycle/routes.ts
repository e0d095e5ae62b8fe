import { z } from 'zod';
import { ParameterIdSchema } from '../parameters';
import { ReadingSchema } from '../readings';
import { DeedSchema } from '../remedies';
import { WithId, routes } from '../wire';
import { CheckedCycleStartSchema, CycleStartSchema } from './cycle-start';
import { ForecastRecordDraftSchema, ForecastRecordSchema } from './forecast-record';

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
export type Cycle = z.infer<typeof CycleSchema>;

export const cycleRoutes = routes('cycle', {
  one: {
    method: 'GET',
    path: '/api/waters/:id/cycle',
    summary: 'The cycle of a water: its start, what was read and done since, and earlier forecasts',
    params: WithId,
    answer: CycleSchema,
    shows: ['waters', 'readings', 'deeds', 'cycle'],
  },
  start: {
    method: 'POST',
    path: '/api/cycle-starts',
    summary: 'Start a cycle; sending it again changes nothing',
    body: CheckedCycleStartSchema,
    answer: CycleStartSchema,
    says: 'made',
    changes: ['cycle', 'waters'],
  },
  change: {
    method: 'PUT',
    path: '/api/cycle-starts/:id',
    summary: 'Change or end a cycle, naming the version that was seen',
    params: WithId,
    body: z.object({ version: z.int().positive(), start: CheckedCycleStartSchema }),
    answer: CycleStartSchema,
    changes: ['cycle', 'waters'],
  },
  remove: {
    method: 'DELETE',
    path: '/api/cycle-starts/:id',
    summary: 'Remove a cycle; it can be brought back, and its readings stay',
    params: WithId,
    answer: CycleStartSchema,
    changes: ['cycle', 'waters'],
  },
  restore: {
    method: 'POST',
    path: '/api/cycle-starts/:id/restore',
    summary: 'Bring a removed cycle back',
    params: WithId,
    answer: CycleStartSchema,
    changes: ['cycle', 'waters'],
  },
  keepForecast: {
    method: 'POST',
    path: '/api/forecasts',
    summary: 'Keep a forecast; for each newest reading the first one is kept',
    body: ForecastRecordDraftSchema,
    answer: ForecastRecordSchema,
    says: 'made',
    changes: ['cycle'],
  },
});
