import { type Ref, type ShallowRef, nextTick, ref, shallowRef } from 'vue';
import { ApiError, sentenceOf } from '../wire/api-error';
import { type FieldErrors, errorsFromServer } from './field-errors';

/**
 * Sending a form, and what may come back: saved, refused by field, or somebody else saved first.
 * @param form the element whose first bad field takes the focus
 * @param within taken off the front of each path that the server names
 */
export function useSave<T>(form: Readonly<Ref<HTMLFormElement | undefined>>, within: string) {
  const errors = ref<FieldErrors>({});
  const failure = ref('');
  const saving = ref(false);
  /** What is kept now, where somebody else saved first. */
  const theirs: ShallowRef<T | null> = shallowRef(null);

  async function showFirstError(): Promise<void> {
    await nextTick();
    form.value?.querySelector<HTMLElement>('.is-invalid')?.focus();
  }
  async function attempt(send: () => Promise<void>): Promise<void> {
    failure.value = '';
    saving.value = true;
    try {
      await send();
    } catch (error) {
      if (error instanceof ApiError && error.status === 409) theirs.value = error.current as T;
      else {
        failure.value = sentenceOf(error);
        if (error instanceof ApiError) errors.value = errorsFromServer(error.fields, within);
        await showFirstError();
      }
    } finally {
      saving.value = false;
    }
  }
  return { errors, failure, saving, theirs, attempt, showFirstError };
}
