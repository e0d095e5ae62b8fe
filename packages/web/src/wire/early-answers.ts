declare global {
  interface Window {
    /** Questions that the document asked before the scripts were there, by their addresses. */
    hedgeLampEarly?: Map<string, Promise<Response>>;
  }
}

/** Later than this after the page was opened, an answer may be overtaken, ms. */
const freshMs = 10_000;

/**
 * The answer to a question that the document asked already; each is taken once.
 * @returns null where it was not asked, is too old, or nobody answered: it is to be asked as usual
 */
export function earlyAnswer(path: string): Promise<Response | null> | null {
  const early = globalThis.window?.hedgeLampEarly;
  const asked = early?.get(path);
  if (!asked || performance.now() > freshMs) return null;
  early?.delete(path);
  return asked.catch(() => null);
}
