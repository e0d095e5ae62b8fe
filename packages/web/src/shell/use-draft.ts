import { useSessionStorage } from '@vueuse/core';
import { type Ref, computed, ref } from 'vue';
import { differencesOfFacts } from './differences';
import type { FieldErrors } from './field-errors';
import { useSave } from './use-save';

/** What a form is of, and how it is read, sent and told. */
export interface DraftOf<Form, Sent, Kept> {
  /** Under which what was typed lies on this device until it is saved. */
  readonly key: string;
  readonly formOf: (kept: Kept) => Form;
  /**
   * Reads the form as the server will check it.
   * @param over what it is to be saved over: what somebody else saved meanwhile; null where nobody did
   */
  readonly read: (
    form: Form,
    over: Kept | null,
  ) => { readonly sent: Sent } | { readonly errors: FieldErrors };
  /** @param seen the version that the form began from; 0 for a new one */
  readonly send: (sent: Sent, seen: number) => Promise<void>;
  /** What it says, each fact in words under its name, to set two versions side by side. */
  readonly factsOf: (it: Sent | Kept) => Readonly<Record<string, string>>;
  /** Taken off the front of each path that the server names. */
  readonly within: string;
}

/** What a page says of a draft beside its fields. */
export interface DraftTold {
  readonly failure: Readonly<Ref<string>>;
  /** What somebody else saved first. */
  readonly theirs: Readonly<Ref<object | null>>;
  readonly differences: Readonly<Ref<ReturnType<typeof differencesOfFacts>>>;
  readonly saveOurs: () => Promise<void>;
  readonly takeTheirs: () => void;
}

/**
 * A form of something that is kept in versions. What is typed outlives a reload until it is saved; the first bad field takes
 * the focus; where somebody else saved first, the two are set side by side, and the keeper chooses.
 */
export function useDraft<Form extends object, Sent extends object, Kept extends { readonly version: number }>(
  what: DraftOf<Form, Sent, Kept>,
) {
  const form = useSessionStorage<Form | null>(what.key, null, {
    serializer: { read: (text) => JSON.parse(text) as Form | null, write: (value) => JSON.stringify(value) },
  });
  const seen = useSessionStorage(`${what.key}.version`, 0);
  const formElement = ref<HTMLFormElement>();
  const saver = useSave<Kept>(formElement, what.within);
  const { errors, theirs } = saver;

  /** Fills the form from what is kept. */
  function take(kept: Kept): void {
    form.value = what.formOf(kept);
    seen.value = kept.version;
    theirs.value = null;
    errors.value = {};
  }
  /** Begins with an empty form. */
  function begin(empty: Form): void {
    form.value = empty;
    seen.value = 0;
  }
  /** Throws away what was typed: it is saved, or given up. */
  function forget(): void {
    form.value = null;
    seen.value = 0;
  }
  async function saveOver(over: Kept | null): Promise<void> {
    if (!form.value) return;
    theirs.value = null;
    const read = what.read(form.value, over);
    errors.value = 'errors' in read ? read.errors : {};
    if ('errors' in read) {
      saver.failure.value = '';
      return saver.showErrors();
    }
    await saver.attempt(() => what.send(read.sent, seen.value));
  }
  const differences = computed(() => {
    const read = theirs.value && form.value && what.read(form.value, theirs.value);
    return theirs.value && read && 'sent' in read
      ? differencesOfFacts(what.factsOf(theirs.value), what.factsOf(read.sent))
      : [];
  });
  const save = () => saveOver(null);
  async function saveOurs(): Promise<void> {
    const over = theirs.value;
    if (!over) return;
    seen.value = over.version;
    await saveOver(over);
  }
  function takeTheirs(): void {
    if (theirs.value) take(theirs.value);
  }
  return {
    ...saver,
    form,
    seen,
    formElement,
    differences,
    take,
    begin,
    forget,
    save,
    saveOurs,
    takeTheirs,
  };
}
