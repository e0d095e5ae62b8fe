import {
  type AmountWords,
  type PlanAhead,
  challengeOf,
  changeLimits,
  enoughToForesee,
  gatherLog,
  nitrogenBooks,
  planOf,
  stageFromReadings,
  stallOf,
  cycleRoutes,
} from '@hedge-lamp/core/cycle';
import type { Water } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { useNow } from '../clock/use-now';
import { intervalWords } from '../readings/reading-words';
import { useAnswer } from '../shell/use-loaded';

/** What is known of the newest cycle of a water, from its log alone. */
export function useCycle(waterId: () => string, water: () => Water | undefined) {
  const now = useNow(60_000);
  const { data, error, again } = useAnswer(cycleRoutes.one, () => ({ params: { id: waterId() } }));
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
