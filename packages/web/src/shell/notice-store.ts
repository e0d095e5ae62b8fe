import { defineStore } from 'pinia';
import { ref } from 'vue';

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly tone: 'plain' | 'bad';
  /** Takes back what the notice tells of. */
  readonly undo?: (() => void | Promise<void>) | undefined;
}

let serial = 0;
/** Long enough to read and to reach for Undo with a wet hand. */
const shownMs = { plain: 5_000, undoable: 12_000 };

/** Short sentences at the foot of the page: what was done, and how to take it back. */
export const useNotices = defineStore('notices', () => {
  const notices = ref<Notice[]>([]);

  function dismiss(id: number): void {
    notices.value = notices.value.filter((n) => n.id !== id);
  }
  function say(text: string, more: { undo?: Notice['undo']; tone?: Notice['tone'] } = {}): void {
    const id = ++serial;
    notices.value = [...notices.value.slice(-2), { id, text, tone: more.tone ?? 'plain', undo: more.undo }];
    setTimeout(() => dismiss(id), more.undo || more.tone === 'bad' ? shownMs.undoable : shownMs.plain);
  }
  return { notices, say, dismiss };
});
