import { type DataState, type QueryMeta, type UseQueryEntry, useQueryCache } from '@pinia/colada';
import type { Topic } from '@hedge-lamp/core/wire';
import { defineStore } from 'pinia';
import { getCurrentScope, watch } from 'vue';
import { ApiError } from '../wire/api-error';
import type { Told } from '../wire/call';
import { useServerLink } from '../clock/server-link';

/** What an answer rests on, and how the house stood when it was asked for. */
interface Standing {
  readonly shows: readonly Topic[];
  /** What judges by the clock is asked for anew as time goes by. */
  readonly ages: boolean;
  /** Empty where the server had not told yet; missing before it was asked for at all. */
  mark?: string;
  /** 0 where the server had not told yet. */
  quarter: number;
}
declare module '@pinia/colada' {
  interface TypesConfig {
    queryMeta: { readonly standing?: Standing };
  }
}

/** What is shown nowhere is let go after this, ms. */
const keptFor = 5 * 60_000;

/** Nobody answered, or the server failed at it: nothing is wrong with the question. */
const mayPass = (reason: unknown): boolean =>
  reason instanceof ApiError && (reason.unreachable || reason.status >= 500);

/**
 * The answers that this page knows, one for each question. One that is shown is asked for anew once something that it
 * rests on was written, by whomever; one that is not shown is forgotten then: an old verdict is never shown for want of
 * a new one.
 */
export const useAnswers = defineStore('answers', () => {
  const link = useServerLink();
  const cache = useQueryCache();

  const asOfNow = (shows: readonly Topic[]) => ({ mark: link.markOf(shows), quarter: link.quarter });
  const askAnew = (entry: UseQueryEntry) => void cache.fetch(entry).catch(() => undefined);

  watch(
    () => [link.written, link.quarter],
    () => {
      for (const entry of cache.getEntries()) {
        const { standing } = entry.meta;
        if (standing?.mark === undefined) continue;
        const now = asOfNow(standing.shows);
        // The first word of the server is no news to what was asked just before.
        standing.mark ||= now.mark;
        standing.quarter ||= now.quarter;
        if (standing.mark === now.mark && (!standing.ages || standing.quarter === now.quarter)) continue;
        if (entry.active) askAnew(entry);
        else cache.remove(entry);
      }
    },
    { flush: 'sync' },
  );
  // It answers again. A slow answer is waited for, not overtaken by the next question.
  watch(
    () => link.answers,
    () => {
      for (const entry of cache.getEntries({ active: true, status: 'error' }))
        if (entry.pending === null && mayPass(entry.state.value.error)) askAnew(entry);
    },
  );

  /** How the cache is told of a question. */
  const question = <T>(
    key: string,
    load: () => Promise<Told<T>>,
    shows: readonly Topic[],
    ages: boolean,
  ) => ({
    key: [key],
    async query({ entry }: { readonly entry: { readonly meta: QueryMeta } }): Promise<T> {
      const began = asOfNow(shows);
      if (entry.meta.standing) Object.assign(entry.meta.standing, began);
      const { said, written } = await load();
      // Asked before the server had told anything, and something was written meanwhile.
      const isOvertaken = began.mark === '' && written && link.markOf(shows, written) !== link.markOf(shows);
      return isOvertaken ? (await load()).said : said;
    },
    meta: { standing: { shows, ages, quarter: 0 } as Standing },
    staleTime: Infinity,
    gcTime: keptFor,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });

  /**
   * Lets go of what may no longer be so, before it is shown again: the server was not heard lately, or could not be asked
   * the last time. What is still asked for belongs to another part of the page that opens.
   */
  function forgetOld(key: string, always: boolean): void {
    const entry = cache.get([key]);
    if (!entry || entry.active || entry.state.value.status === 'pending') return;
    if (always || !link.heardLately() || entry.state.value.status === 'error') cache.remove(entry);
    // Somebody else may have written since the last small question: it is asked now, not when its time comes.
    else void link.ask();
  }

  /** Waits for what is on its way, as after a write that was answered; asks where nothing is. */
  async function again(key: string): Promise<void> {
    const entry = cache.get([key]);
    if (entry) await (entry.pending?.refreshCall ?? cache.fetch(entry)).catch(() => undefined);
  }

  /** An answer that is kept for as long as the page is there, whether it is shown or not. */
  function keep<T>(
    asked: ReturnType<typeof question<T>>,
    became: (state: DataState<T, Error>) => void,
  ): void {
    const entry = cache.ensure<T>(asked);
    cache.track(entry, getCurrentScope());
    watch(() => entry.state.value, became, { flush: 'sync' });
  }

  return { question, forgetOld, again, keep };
});
