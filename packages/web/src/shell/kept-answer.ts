import { type Route, addressOf, topics } from '@hedge-lamp/core/wire';
import { useLocalStorage } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import type { z } from 'zod';
import { sentenceOf } from '../wire/api-error';
import { askTold } from '../wire/ask';
import { useAnswers } from './answers';

/**
 * A list that stores hold for every page, kept on this device too, so that the bench knows it without a network. Asked for
 * first by `load`, then by itself whenever something that it rests on was written.
 * @param storageKey on this device; it changes with the shape of what is kept, so that what an older version kept is
 *   fetched anew
 * @param ages asked for anew as time goes by: it judges by the clock
 */
export function useKeptAnswer<T>(
  route: Route & { readonly answer: z.ZodType<T[]> },
  storageKey: string,
  ages = false,
) {
  const answers = useAnswers();
  const kept = useLocalStorage<T[]>(storageKey, [], { shallow: true });
  const isAnswered = ref(false);
  const failure = shallowRef<unknown>(null);
  const key = addressOf(route);

  answers.keep(
    answers.question(key, () => askTold(route), route.shows ?? topics, ages),
    (state) => {
      if (state.status === 'success') {
        kept.value = state.data;
        isAnswered.value = true;
      }
      failure.value = state.error;
    },
  );
  return {
    kept,
    /** The server answered, or could not be asked: what there is, is there. */
    loaded: computed(() => isAnswered.value || failure.value !== null),
    isAnswered,
    error: computed(() => (failure.value === null ? null : sentenceOf(failure.value))),
    load: () => answers.again(key),
  };
}
