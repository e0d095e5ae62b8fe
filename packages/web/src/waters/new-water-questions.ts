import type { Water } from '@hedge-lamp/core/waters';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';

/** What is asked of a water whose first test ran before anybody said what it is, one at a time. */
export const waterQuestions = ['name', 'kind', 'volume', 'lives'] as const;
export type WaterQuestion = (typeof waterQuestions)[number];

type Left = Record<string, readonly WaterQuestion[]>;

/** The questions that are left, by water. They are kept on this device: elsewhere the form of the water tells the same. */
const useLeft = () => useLocalStorage<Left>('hedge-lamp.water-questions', {});

/** Asks all of them of a water from now on. */
export function askAllOf(waterId: string): void {
  const left = useLeft();
  left.value = { ...left.value, [waterId]: waterQuestions };
}

/** The question that a water is to be asked now; null where none is left. */
export function useWaterQuestion(water: () => Water | undefined) {
  const left = useLeft();
  const isStocked = (w: Water) => !['source', 'stream'].includes(w.kind);
  const open = computed(() => {
    const w = water();
    return w ? (left.value[w.id] ?? []).filter((q) => isStocked(w) || (q !== 'volume' && q !== 'lives')) : [];
  });
  /** Answered or skipped: not asked again. */
  function done(question: WaterQuestion): void {
    const w = water();
    if (!w) return;
    const rest = (left.value[w.id] ?? []).filter((q) => q !== question);
    const { [w.id]: _gone, ...others } = left.value;
    left.value = rest.length > 0 ? { ...others, [w.id]: rest } : others;
  }
  return { question: computed(() => open.value[0] ?? null), count: computed(() => open.value.length), done };
}
