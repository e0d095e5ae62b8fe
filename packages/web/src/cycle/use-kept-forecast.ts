import { ask } from '../wire/ask';
import { type CycleStart, type ForecastRecordDraft, observedIds, cycleRoutes } from '@hedge-lamp/core/cycle';
import { v4 as newId } from 'uuid';
import { type Ref, watch } from 'vue';
import type { Outlook } from './cycle-worker';
import { instantOf } from './cycle-words';
import type { Cycle } from '@hedge-lamp/core/cycle';

/**
 * Keeps every forecast by the keeper's own plan, once for each newest reading, so that it can be held against what
 * comes true.
 * @param outlook of the log as it stands; null where nothing is foreseen, or while a new reading is being fitted
 */
export function useKeptForecast(
  outlook: Readonly<Ref<Outlook | null>>,
  data: Readonly<Ref<Cycle | null>>,
  start: Readonly<Ref<CycleStart | null>>,
  now: Readonly<Ref<number>>,
): void {
  watch([outlook, data], async ([seen, known]) => {
    const s = start.value;
    const newest = known?.readings.find((r) => observedIds.some((id) => id === r.parameter));
    if (!seen || !s || !known || !newest || s.endedAt !== null) return;
    if (known.forecasts.some((f) => f.newestReadingAt === newest.takenAt)) return;
    const at = (day: number | null) => (day === null ? null : Math.round(instantOf(s.startedAt, day)));
    const { early, middle, late } = seen.forecast.ready;
    const record: ForecastRecordDraft = {
      id: newId(),
      startId: s.id,
      madeAt: Math.round(now.value),
      newestReadingAt: newest.takenAt,
      readings: known.readings.length,
      early: at(early),
      middle: at(middle),
      late: at(late),
    };
    // Nothing is lost where the server does not answer: the next look makes the same forecast.
    await ask(cycleRoutes.keepForecast, { body: record }).catch(() => null);
  });
}
