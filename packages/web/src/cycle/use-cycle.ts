import {
  type AmountWords,
  type CycleStart,
  type ForecastRecord,
  type PlanAhead,
  challengeOf,
  changeLimits,
  enoughToForesee,
  gatherLog,
  nitrogenBooks,
  planOf,
  stageFromReadings,
  stallOf,
} from '@hedge-lamp/core/cycle';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Deed } from '@hedge-lamp/core/remedies';
import type { Water } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { call } from '../wire/call';
import { useNow } from '../clock/use-now';
import { intervalWords } from '../readings/reading-words';
import { useLoaded } from '../shell/use-loaded';

/** The cycle of a water as the server tells it. */
export interface CycleAnswer {
  readonly starts: readonly CycleStart[];
  readonly readings: readonly Reading[];
  readonly deeds: readonly Deed[];
  readonly source: Partial<Record<ParameterId, Reading>>;
  readonly forecasts: readonly ForecastRecord[];
}

/** What is known of the newest cycle of a water, from its log alone. */
export function useCycle(waterId: () => string, water: () => Water | undefined) {
  const now = useNow(60_000);
  const { data, error, again } = useLoaded(waterId, () =>
    call<CycleAnswer>('GET', `/api/waters/${waterId()}/cycle`),
  );
  const start = computed(() => data.value?.starts[0] ?? null);
  const gathered = computed(() => {
    const [w, s, d] = [water(), start.value, data.value];
    return w && s && d
      ? gatherLog({
          water: w,
          start: s,
          readings: d.readings,
          deeds: d.deeds,
          source: d.source,
          now: now.value,
        })
      : null;
  });
  /** As this keeper reads amounts. */
  const amount: AmountWords = (value, of) => intervalWords(value, of, water()!.units);
  const challenge = computed(() =>
    data.value && water()
      ? challengeOf(data.value.deeds, data.value.readings, now.value, { dose: start.value?.target, amount })
      : null,
  );
  const stage = computed(() =>
    gathered.value
      ? stageFromReadings(
          gathered.value.log,
          challenge.value?.step === 'passed' || start.value?.outcome === 'ready',
          amount,
        )
      : null,
  );
  const stall = computed(() =>
    gathered.value && stage.value && start.value?.endedAt === null
      ? stallOf(gathered.value.log, stage.value.stage, data.value?.deeds ?? [], now.value)
      : null,
  );
  const notForeseen = computed(() =>
    gathered.value ? enoughToForesee(gathered.value.log, gathered.value.unmeasured) : null,
  );
  const plan = computed<PlanAhead | null>(() => {
    const [w, s, g] = [water(), start.value, gathered.value];
    return w && s && g ? planOf(s, g.log.feeding, changeLimits(w)) : null;
  });
  const books = computed(() => {
    const [w, s, g] = [water(), start.value, gathered.value];
    return w && s && g
      ? nitrogenBooks({
          log: g.log,
          deeds: data.value?.deeds ?? [],
          liters: w.netLiters,
          source: g.source,
          startedAt: s.startedAt,
        })
      : null;
  });
  return {
    now,
    data,
    error,
    again,
    start,
    gathered,
    challenge,
    stage,
    stall,
    notForeseen,
    plan,
    books,
    /** A cycle that ended is told, not foreseen. */
    running: computed(() => start.value !== null && start.value.endedAt === null),
  };
}
