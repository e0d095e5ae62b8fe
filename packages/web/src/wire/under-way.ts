/** Questions that are on their way to the server. */
let count = 0;
/** They come one after the other: a pause this short is none, ms. */
const pauseMs = 80;
/** Nobody waits longer for a silence, ms. */
const patienceMs = 4000;

/** A question goes out. */
export const begun = (): void => void (count += 1);
/** Its answer is there, or none came. */
export const ended = (): void => void (count -= 1);

/** Resolves once nothing is asked any more, and in the end all the same. */
export async function allQuiet(): Promise<void> {
  const from = Date.now();
  do await new Promise((resolve) => setTimeout(resolve, pauseMs));
  while (count > 0 && Date.now() - from < patienceMs);
}
