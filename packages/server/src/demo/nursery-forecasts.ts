import { day } from '@hedge-lamp/core/wire';
import {
  type CycleStart,
  type ForecastRecordDraft,
  enoughToForesee,
  fitCycle,
  fitsAtAll,
  forecast,
  gatherLog,
  planOf,
  tooUncertain,
} from '@hedge-lamp/core/cycle';
import type { SeededRandom } from '@hedge-lamp/core/quantity';
import type { Database } from '../database/open-database';
import { latestReadings } from '../readings/for-judging';
import { listReadings } from '../readings/listing';
import { listDeeds } from '../remedies/store';
import { waterOf } from '../waters/store';

/**
 * The forecasts that the keepers of a demo water would have seen on earlier days, each from what was known then; none where
 * the page would have named no day. Few
 * walkers, so that the demo starts quickly.
 * @param daysAgo on which they looked
 */
export function forecastsThen(
  database: Database,
  start: CycleStart,
  now: number,
  daysAgo: readonly number[],
  random: SeededRandom,
): ForecastRecordDraft[] {
  const water = waterOf(database, start.waterId);
  const { readings } = listReadings(database, water.id, { from: start.startedAt, limit: 3000 });
  const deeds = listDeeds(database, water.id, start.startedAt);
  const source = water.sourceWaterId === null ? {} : latestReadings(database, water.sourceWaterId);
  return daysAgo.flatMap((ago) => {
    const then = now - ago * day;
    const known = readings.filter((r) => r.takenAt <= then);
    const newest = known[0];
    const {
      log,
      source: tap,
      unmeasured,
    } = gatherLog({ water, start, readings: known, deeds, source, now: then });
    if (!newest || enoughToForesee(log, unmeasured)) return [];
    const fit = fitCycle(log, { walkers: 60, moves: 2, lastMoves: 4 });
    if (fitsAtAll(fit)) return [];
    const seen = forecast(fit, planOf(start, log.feeding, null), tap);
    if (tooUncertain(log, seen)) return [];
    const { ready } = seen;
    const at = (days: number | null) => (days === null ? null : Math.round(start.startedAt + days * day));
    return [
      {
        id: random.id(),
        startId: start.id,
        madeAt: then,
        newestReadingAt: newest.takenAt,
        readings: log.observations.length,
        early: at(ready.early),
        middle: at(ready.middle),
        late: at(ready.late),
      },
    ];
  });
}
