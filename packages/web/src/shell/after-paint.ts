import { type Ref, readonly, ref, watch } from 'vue';

/** False until the first page of this window was painted. */
let somethingWasPainted = false;
/** A page in the background is not painted; it must be whole when it is looked at, or printed. */
const longestWait = 1000;

/**
 * For what is dear and not the first thing to be seen: false until what is known was painted, then true.
 * @param known true once there is something to paint
 * @param onlyFirstPage true to have later pages whole at once, so that going back finds the place that was left
 */
export function useAfterPaint(known: () => boolean, { onlyFirstPage = false } = {}): Readonly<Ref<boolean>> {
  const painted = ref(onlyFirstPage && somethingWasPainted);
  const done = () => {
    somethingWasPainted = true;
    painted.value = true;
  };
  watch(
    known,
    (is) => {
      if (!is || painted.value) return;
      requestAnimationFrame(() => setTimeout(done));
      setTimeout(done, longestWait);
    },
    { immediate: true },
  );
  return readonly(painted);
}
