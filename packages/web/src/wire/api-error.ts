/** A bad field as the server names it. */
export interface BadField {
  readonly path: string;
  readonly message: string;
}

/** What the server refused, or that it did not answer at all (status 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: readonly BadField[] = [],
    /** On a conflict: what is kept now. */
    readonly current: unknown = null,
    /** Said by Hedge Lamp's own server in a problem document, not by something on the way to it. */
    readonly byServer = false,
  ) {
    super(message);
    this.name = 'ApiError';
  }

  get unreachable(): boolean {
    return this.status === 0;
  }

  /** True when the server says that just this is wrong, and would say so again. Anything else may pass. */
  get refuses(): boolean {
    return this.byServer && (this.status === 409 || this.status === 422);
  }
}

export const sentenceOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Try again.';
