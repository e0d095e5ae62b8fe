import { type Answer, type Given, type Route, type Topic, addressOf, topics } from '@hedge-lamp/core/wire';
import { type Ref, ref, watch } from 'vue';
import { ApiError, sentenceOf } from '../wire/api-error';
import { askWith } from '../wire/ask';
import { useServerLink } from '../clock/server-link';

/**
 * Loads something and loads it again when its key or what it shows changes on the server, and as time goes by: a page left
 * open must not go on saying what was true when it was opened. What is shown stays until the new answer is there; an
 * answer that comes too late is dropped.
 */
export function useLoaded<T>(key: () => unknown, load: () => Promise<T>, shows: readonly Topic[] = topics) {
  const link = useServerLink();
  const data: Ref<T | null> = ref(null);
  const error = ref<string | null>(null);
  /** True where nothing is wrong with the question: nobody answered, or the server failed at it. */
  let mayPass = false;
  let latest = 0;
  let onTheWay = 0;

  async function again(): Promise<void> {
    const mine = ++latest;
    onTheWay += 1;
    try {
      const answer = await load();
      if (mine !== latest) return;
      data.value = answer;
      error.value = null;
    } catch (reason) {
      if (mine !== latest) return;
      error.value = sentenceOf(reason);
      mayPass = reason instanceof ApiError && (reason.unreachable || reason.status >= 500);
    } finally {
      onTheWay -= 1;
    }
  }

  watch(
    key,
    () => {
      data.value = null;
      void again();
    },
    { immediate: true },
  );
  watch([() => link.markOf(shows), () => link.quarter], (_new, [old]) => {
    if (old !== '') void again();
  });
  // It answers again. A slow answer is waited for, not overtaken by the next question.
  watch(
    () => link.answers,
    () => {
      if (error.value !== null && mayPass && onTheWay === 0) void again();
    },
  );
  return { data, error, again };
}

/** The answer to one question, asked again when what it shows changes. */
export const useAnswer = <const R extends Route>(route: R, given: () => Given<R>) =>
  useLoaded<Answer<R>>(
    () => addressOf(route, given() as object),
    () => askWith(route, given()),
    route.shows,
  );
