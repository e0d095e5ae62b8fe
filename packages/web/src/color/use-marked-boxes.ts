import type { Box } from '@hedge-lamp/core/color';
import { computed, nextTick, ref, shallowRef } from 'vue';
import type { NamedBox } from './BoxMarker.vue';
import {
  type MarkedThing,
  type PhotoBoxes,
  allMarked,
  boxAround,
  boxesFound,
  placed,
  stateOf,
} from './photo-boxes';

/**
 * The boxes on a photograph: which were found, which the keeper placed, which are missing; and how a tap, a drag or a
 * key places one.
 * @param things that are to be in the picture, the first to be asked for first
 * @param tubeAt the outline of a tube that was tapped
 */
export function useMarkedBoxes(
  things: () => readonly MarkedThing[],
  tubeAt: (x: number, y: number) => Promise<Box | null>,
) {
  const boxes = shallowRef<PhotoBoxes>({});
  const chosen = ref('');
  /** Put on the picture to be moved, though they lie nowhere yet. */
  const offered = ref<readonly string[]>([]);

  const isMissing = (id: string) => stateOf(boxes.value, id) === 'missing';
  const missing = computed(() => things().filter(({ id }) => isMissing(id)));
  const marked = computed(() => allMarked(boxes.value, things()));
  const states = computed(() =>
    things().map(({ id, label }) => ({
      id,
      label,
      state: stateOf(boxes.value, id),
      isOffered: offered.value.includes(id),
    })),
  );
  const shown = computed<NamedBox[]>(() =>
    things().flatMap(({ id, label, start, parts, rows }) => {
      const there = boxes.value[id];
      if (!there && !offered.value.includes(id)) return [];
      return [
        {
          id,
          label: there ? label : `${label}?`,
          box: there?.box ?? start,
          placed: there?.state === 'placed',
          ...(parts ? { parts, rows: rows ?? 1 } : {}),
        },
      ];
    }),
  );

  /** Begins anew with what the first guess found. */
  function begin(guess: Readonly<Record<string, Box | null>>, usual: string): void {
    boxes.value = boxesFound(guess);
    offered.value = [];
    chosen.value = missing.value[0]?.id ?? usual;
  }
  function move(id: string, box: Box): void {
    boxes.value = placed(boxes.value, id, box);
    chosen.value = id;
  }
  /** One tap places what is missing; a tube that is there already only moves to another that shows under the finger. */
  async function tap(x: number, y: number): Promise<void> {
    const thing = things().find(({ id }) => id === chosen.value);
    if (!thing || !(thing.isTube || isMissing(thing.id))) return;
    const under = thing.isTube ? await tubeAt(x, y) : null;
    const box = under ?? (isMissing(thing.id) ? boxAround(thing, x, y) : null);
    if (!box) return;
    move(thing.id, box);
    chosen.value = missing.value[0]?.id ?? chosen.value;
  }
  /** Puts the box on the picture, for the keyboard: it stays missing until it was moved. */
  async function offer(id: string): Promise<void> {
    offered.value = [...offered.value, id];
    chosen.value = id;
    await nextTick();
    document.querySelector<HTMLElement>(`[data-box="${id}"]`)?.focus();
  }
  return { boxes, chosen, missing, marked, states, shown, begin, move, tap, offer };
}
export type MarkedBoxesInWork = ReturnType<typeof useMarkedBoxes>;
