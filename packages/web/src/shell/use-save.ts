import { type Ref, type ShallowRef, ref, shallowRef } from 'vue';
import { ApiError, sentenceOf } from '../wire/api-error';
import { type FieldErrors, errorsFromServer, unseenErrors } from './field-errors';

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

  /** Moves to the first bad field, and says what is wrong with those that are not on the page. */
  async function showErrors(): Promise<void> {
    failure.value = (await unseenErrors(form.value, errors.value)) || failure.value;
  }
  async function attempt(send: () => Promise<void>): Promise<void> {
    failure.value = '';
    saving.value = true;
    try {
      await send();
    } catch (error) {
      if (error instanceof ApiError && error.status === 409 && error.current)
        theirs.value = error.current as T;
      else {
        failure.value = sentenceOf(error);
        if (error instanceof ApiError) errors.value = errorsFromServer(error.fields, within);
        await showErrors();
      }
    } finally {
      saving.value = false;
    }
  }
  return { errors, failure, saving, theirs, attempt, showErrors };
}
