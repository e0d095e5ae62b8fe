import { type Ref, computed, ref } from 'vue';

interface Axis {
  /** First and last instant that can be read, and the end of what is drawn. */
  readonly from: () => number;
  readonly to: () => number;
  readonly end: () => number;
  /** How far one press of a key goes, ms. */
  readonly step: () => number;
  /** What the axis is drawn on. */
  readonly track: Ref<HTMLElement | undefined>;
}

/** One instant that is read on all strips of an axis of time: moved by keys and by the pointer, at its right end until then. */
export function useCursor({ from, to, end, step, track }: Axis) {
  const set = ref<number | null>(null);
  const within = (instant: number) => Math.max(from(), Math.min(to(), instant));
  const at = computed(() => within(set.value ?? to()));
  const isMoved = computed({
    get: () => set.value !== null,
    set: (moved) => {
      if (!moved) set.value = null;
    },
  });
  function onKey(event: KeyboardEvent): void {
    const far = event.shiftKey ? 7 * step() : step();
    const targets: Readonly<Record<string, number | null>> = {
      ArrowLeft: within(at.value - far),
      ArrowRight: within(at.value + far),
      Home: from(),
      End: null,
    };
    const target = targets[event.key];
    if (target === undefined) return;
    event.preventDefault();
    set.value = target !== null && target >= to() ? null : target;
  }
  function onPointer(event: PointerEvent): void {
    // A thumb that scrolls the page moves nothing.
    if (event.pointerType !== 'mouse' && event.type === 'pointermove') return;
    const box = track.value?.getBoundingClientRect();
    if (!box || box.width === 0) return;
    const share = (event.clientX - box.left) / box.width;
    if (share < 0 || share > 1) return;
    const instant = from() + share * (end() - from());
    set.value = instant >= to() ? null : instant;
  }
  return { at, isMoved, step: computed(step), onKey, onPointer };
}
