import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { Outcome } from './photo-worker';

/** A box that is dragged is read when it has lain still for so long, ms. */
const still = 120;

const broken = 'This picture could not be read here. Take another one, or read the color by eye.';

/**
 * What a worker makes of a photograph as it is marked now. While something was changed since, `working` is true: what
 * stands then belongs to what was marked before, and must not be taken.
 * @param input what is read, with all that it depends on; null while something is missing: then there is no outcome
 * @param ask gets it as plain data: what Vue watches cannot be sent to a worker
 */
export function usePhotoOutcome<T, R>(input: () => T | null, ask: (input: T) => Promise<Outcome<R>>) {
  const outcome = shallowRef<Outcome<R> | null>(null);
  const working = ref(false);
  let asked = 0;
  let waiting: ReturnType<typeof setTimeout> | undefined;

  async function read(text: string, mine: number): Promise<void> {
    // A defect of the worker must not leave the page reading for ever.
    const now = await ask(JSON.parse(text) as T).catch((): Outcome<R> => ({
      fault: { field: 'photo', says: broken },
    }));
    if (mine !== asked) return;
    outcome.value = now;
    working.value = false;
  }
  watch(
    () => {
      const now = input();
      return now === null ? null : JSON.stringify(now);
    },
    (text) => {
      const mine = ++asked;
      clearTimeout(waiting);
      working.value = text !== null;
      if (text === null) outcome.value = null;
      else waiting = setTimeout(() => void read(text, mine), still);
    },
    { immediate: true, flush: 'sync' },
  );
  onScopeDispose(() => clearTimeout(waiting));
  return { outcome, working };
}
