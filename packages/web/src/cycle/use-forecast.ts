import { type CycleLog, type PlanAhead, type SourceWater, usualCelsius } from '@hedge-lamp/core/cycle';
import { useDebounceFn } from '@vueuse/core';
import { proxy } from 'comlink';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { startCycleWorker } from './cycle-link';
import type { FitAnswer, Outlook } from './cycle-worker';

/** What is to be fitted: plain data, for it is sent to a worker. */
export interface ToFit {
  readonly log: CycleLog;
  readonly source: SourceWater;
  /** The plan of the keeper's school. */
  readonly plan: PlanAhead;
}

/** What was found last, kept when one leaves the page: nobody waits twice for the same answer. */
interface Found {
  readonly key: string;
  readonly fit: FitAnswer;
  readonly planned: Outlook;
}
let link: ReturnType<typeof startCycleWorker> | null = null;
let found: Found | null = null;
/** True while the worker is at a fit: it hears nothing before it is done. */
let fitting = false;

/** What the fit depends on: not on the minute at which one looks, only on the day. */
const keyOf = ({ log, plan }: ToFit): string =>
  JSON.stringify([{ ...log, days: Math.floor(log.days) }, plan]);

/**
 * The fit of a cycle and what it foresees, worked out in a worker: anew whenever a reading or a deed comes in, and
 * quickly whenever another plan is tried.
 * @param given null where nothing is to be foreseen
 * @param tried a plan that is being tried; null for the keeper's own
 */
export function useForecast(given: () => ToFit | null, tried: () => PlanAhead | null) {
  const fit = shallowRef<FitAnswer | null>(null);
  /** By the keeper's own plan, and by the one that is tried. */
  const planned = shallowRef<Outlook | null>(null);
  const trial = shallowRef<Outlook | null>(null);
  /** Of which log and plan the planned outlook speaks. */
  const plannedKey = ref('');
  /** Share done, 0 to 1; null while nothing runs. */
  const share = ref<number | null>(null);
  const fault = ref('');
  const stopped = ref(false);
  let latest = 0;

  async function run(): Promise<void> {
    const mine = ++latest;
    const what = given();
    fault.value = '';
    stopped.value = false;
    trial.value = null;
    // What stands in the worker is of another log; nobody waits for it.
    if (fitting) halt();
    if (!what) {
      [fit.value, planned.value, share.value, plannedKey.value] = [null, null, null, ''];
      return;
    }
    const key = keyOf(what);
    if (found?.key === key) {
      [fit.value, planned.value, share.value, plannedKey.value] = [found.fit, found.planned, null, key];
      return;
    }
    found = null;
    share.value = 0;
    fitting = true;
    try {
      link ??= startCycleWorker();
      const { cycle } = link;
      const { log, plan, source } = what;
      const answer = await cycle.fit(
        log,
        plan.challenge,
        proxy((done: number) => {
          if (mine === latest) share.value = done * 0.9;
        }),
      );
      if (mine !== latest) return;
      const outlook = await cycle.foresee(plan, source);
      if (mine !== latest) return;
      [fit.value, planned.value, plannedKey.value] = [answer, outlook, key];
      found = { key, fit: answer, planned: outlook };
    } catch {
      if (mine === latest)
        fault.value =
          'This browser could not work the forecast out here. The log and the stage stand all the same.';
    } finally {
      if (mine === latest) {
        share.value = null;
        fitting = false;
      }
    }
  }
  const retry = useDebounceFn(async () => {
    const [plan, what, mine] = [tried(), given(), latest];
    if (!plan || !what || !link || !found) {
      trial.value = null;
      return;
    }
    const outlook = await link.cycle.foresee(plan, what.source).catch(() => null);
    // Another log or another wish may have come in meanwhile.
    if (mine === latest && JSON.stringify(tried()) === JSON.stringify(plan)) trial.value = outlook;
  }, 150);

  /** Ends what the worker is at; it never answers, and a new one takes its place when it is needed. */
  function halt(): void {
    link?.stop();
    link = null;
    found = null;
    fitting = false;
  }
  function cancel(): void {
    latest += 1;
    halt();
    share.value = null;
    stopped.value = true;
  }

  onScopeDispose(() => {
    latest += 1;
    if (fitting) halt();
  });
  watch(
    () => {
      const what = given();
      return what ? keyOf(what) : '';
    },
    () => void run(),
    { immediate: true },
  );
  watch(
    () => JSON.stringify(tried()),
    () => void retry(),
  );
  return {
    fit,
    planned,
    /** False while what is shown is of a log that has grown since. */
    current: computed(() => {
      const what = given();
      return what !== null && plannedKey.value === keyOf(what);
    }),
    /** The water's warmth that the forecast goes on from. */
    celsius: computed(() => {
      const warm = (given()?.log.events ?? []).filter((e) => e.did === 'warm').at(-1);
      return warm?.did === 'warm' ? warm.celsius : usualCelsius;
    }),
    trial: computed(() => (tried() ? trial.value : null)),
    share,
    fault,
    stopped,
    again: run,
    cancel,
  };
}
