import { useDebounceFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { fromQuery, toQuery } from './address';
import { answer } from './given';
import type { Tool, Typed } from './tool';
import { useWorktopStore } from './worktop-store';

const sameQuery = (a: Readonly<Record<string, unknown>>, b: Readonly<Record<string, unknown>>): boolean =>
  Object.keys(a).length === Object.keys(b).length && Object.keys(a).every((key) => a[key] === b[key]);

/**
 * One calculation on the worktop: what is typed, its answer, and the address that carries both. Going to another
 * address (a link, back and forward) puts its figures in; typing puts itself into the address.
 */
export function useWorktop(tool: Tool) {
  const route = useRoute();
  const router = useRouter();
  const store = useWorktopStore();

  const asked = Object.keys(route.query).length > 0 ? route.query : (store.queries[tool.id] ?? {});
  const start = fromQuery(tool, asked);
  const typed = shallowRef(start.typed);
  const lost = ref(start.lost);
  const result = computed(() => answer(tool, typed.value));
  const isEmpty = computed(() => tool.fields.every((f) => f.options || !typed.value[f.id]?.text.trim()));

  const putIntoAddress = useDebounceFn(() => {
    // By then another page may be shown.
    if (route.params.tool !== tool.id) return;
    const query = toQuery(tool, typed.value);
    if (!sameQuery(query, route.query)) void router.replace({ query });
  }, 250);
  // What was restored from before belongs into the address too.
  if (asked !== route.query) void putIntoAddress();
  watch(typed, () => {
    store.queries[tool.id] = toQuery(tool, typed.value);
    void putIntoAddress();
  });
  watch(
    () => route.query,
    (query) => {
      if (route.params.tool !== tool.id || sameQuery(query, toQuery(tool, typed.value))) return;
      const there = fromQuery(tool, query);
      typed.value = there.typed;
      lost.value = there.lost;
    },
  );

  function set(id: string, change: Partial<Typed>): void {
    const before = typed.value[id] ?? { text: '', unit: '', takenAt: null };
    // What is changed by hand is not the reading any more that it came from.
    const takenAt = change.takenAt !== undefined ? change.takenAt : null;
    typed.value = { ...typed.value, [id]: { ...before, ...change, takenAt } };
    lost.value = [];
  }
  function setAll(fields: Readonly<Record<string, Partial<Typed>>>): void {
    for (const [id, change] of Object.entries(fields)) set(id, change);
  }
  const clear = (): void => setAll(Object.fromEntries(tool.fields.map((f) => [f.id, { text: '' }])));
  const showExample = (): void =>
    setAll(
      Object.fromEntries(
        tool.fields.map((f) => [f.id, { text: f.example, ...(f.unit ? { unit: f.unit } : {}) }]),
      ),
    );

  /** The whole address, as it can be sent to somebody. */
  const link = (): string =>
    new URL(
      router.resolve({ params: { tool: tool.id }, query: toQuery(tool, typed.value) }).href,
      location.href,
    ).href;

  return { typed, lost, result, isEmpty, set, setAll, clear, showExample, link };
}
