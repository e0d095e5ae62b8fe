import type { Status } from '@hedge-lamp/core/limits';
import { useEventListener } from '@vueuse/core';
import { onBeforeUnmount } from 'vue';

const key = 'hedge-lamp.last-look';

function kept(): Readonly<Record<string, Status>> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as Record<string, Status>;
  } catch {
    return {};
  }
}

/**
 * How each water stood when the shelf was last left, on this device; and it is noted anew when it is left again.
 * @param statuses as they stand now; empty while they are not known, and then nothing is noted
 */
export function useLastLook(
  statuses: () => Readonly<Record<string, Status>>,
): Readonly<Record<string, Status>> {
  const before = kept();
  function note(): void {
    const now = statuses();
    if (Object.keys(now).length > 0) localStorage.setItem(key, JSON.stringify(now));
  }
  onBeforeUnmount(note);
  useEventListener(window, 'pagehide', note);
  return before;
}
