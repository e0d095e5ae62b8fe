import { useQuery } from '@pinia/colada';
import { type Answer, type Given, type Route, type Topic, addressOf, topics } from '@hedge-lamp/core/wire';
import { computed, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { askTold } from '../wire/ask';
import type { Told } from '../wire/call';
import { useAnswers } from './answers';

interface LoadedOptions {
  /** What it rests on; everything where it is left out. */
  readonly shows?: readonly Topic[] | undefined;
  /** Asked for whenever a page opens: what it says changes without a write. */
  readonly anew?: boolean;
}

/**
 * Loads something and loads it again when its key or what it shows changes on the server, and as time goes by: a page left
 * open must not go on saying what was true when it was opened. What is shown stays until the new answer is there; an
 * answer that comes too late is dropped. A page opened again shows at once what is known, where nothing was written since.
 * @param key under which the answer is known: two that ask for the same under one key share it; null: nothing to ask
 */
function useTold<T>(
  key: () => string | null,
  load: () => Promise<Told<T>>,
  { shows = topics, anew = false }: LoadedOptions = {},
) {
  const answers = useAnswers();
  const named = computed(() => key() ?? '');
  watch(named, (name) => answers.forgetOld(name, anew), { immediate: true, flush: 'sync' });
  const query = useQuery(() => ({
    ...answers.question(named.value, load, shows, true),
    enabled: named.value !== '',
  }));
  return {
    data: computed<T | null>(() => query.data.value ?? null),
    error: computed(() => (query.error.value ? sentenceOf(query.error.value) : null)),
    /** Asks once more, or waits for what was asked already. */
    again: async (): Promise<void> => void (named.value && (await answers.again(named.value))),
    /** Asks once more, for `load` asks for something else than it did. */
    askOtherwise: async (): Promise<void> => void (await query.refetch()),
  };
}

/** What is put together of several answers. */
export const useLoaded = <T>(key: () => string, load: () => Promise<T>, options: LoadedOptions = {}) =>
  useTold(key, async () => ({ said: await load(), written: null }), options);

/** The answer to one question, asked again when what it shows changes; null: nothing to ask. */
export const useAnswer = <const R extends Route>(
  route: R,
  given: () => Given<R> | null,
  options: Pick<LoadedOptions, 'anew'> = {},
) =>
  useTold<Answer<R>>(
    () => {
      const asked = given();
      return asked && addressOf(route, asked);
    },
    () => askTold(route, given() ?? undefined),
    { ...options, shows: route.shows },
  );
