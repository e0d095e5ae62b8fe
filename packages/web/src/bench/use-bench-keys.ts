import { useEventListener } from '@vueuse/core';
import { type BenchActions, meaningOf } from './bench-keys';

/** Listens for the bench keys while the bench is shown and no dialog lies over it. */
export function useBenchKeys(actions: BenchActions, covered: () => boolean): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (covered()) return;
    // What was pressed in a field stays with the field, though its act may have taken the field away by now.
    const pressedIn = event.target instanceof Element ? event.target : document.activeElement;
    const meaning = event.defaultPrevented ? null : meaningOf(event, pressedIn);
    if (meaning === null) return;
    event.preventDefault();
    actions[meaning]();
  });
}
