import { useEventListener } from '@vueuse/core';
import { type BenchActions, meaningOf } from './bench-keys';

/** Listens for the bench keys while the bench is shown and no dialog lies over it. */
export function useBenchKeys(actions: BenchActions, covered: () => boolean): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (covered()) return;
    const meaning = meaningOf(event, document.activeElement);
    if (meaning === null) return;
    event.preventDefault();
    if (typeof meaning === 'number') actions.pick(meaning);
    else if (meaning !== 'pick') actions[meaning]();
  });
}
