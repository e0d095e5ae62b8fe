import { nextTick } from 'vue';
import type { z } from 'zod';
import type { BadField } from '../wire/api-error';

/** Errors by the path of their field, as forms show them. */
export type FieldErrors = Readonly<Record<string, string>>;

const keep = (fields: readonly BadField[]): FieldErrors =>
  Object.fromEntries([...fields].reverse().map(({ path, message }) => [path, message]));

/** The first sentence for each field that a schema refused. */
export const errorsOf = (error: z.ZodError): FieldErrors =>
  keep(error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })));

/** The same from what the server refused; `within` is taken off the front of each path. */
export const errorsFromServer = (fields: readonly BadField[], within = ''): FieldErrors =>
  keep(fields.map((f) => ({ ...f, path: f.path.startsWith(within) ? f.path.slice(within.length) : f.path })));

/**
 * Moves to the first bad field of a form.
 * @param form undefined where the page shows by itself what is wrong
 * @returns what is wrong with fields that are not on the page now, in a sentence: no save may be silent; else empty
 */
export async function unseenErrors(form: HTMLElement | undefined, errors: FieldErrors): Promise<string> {
  await nextTick();
  if (!form) return '';
  form.querySelector<HTMLElement>('.is-invalid')?.focus();
  const shown = form.textContent;
  const unseen = new Set(Object.values(errors).filter((message) => message && !shown.includes(message)));
  return unseen.size > 0 ? `Not saved. ${[...unseen].join(' ')}` : '';
}
