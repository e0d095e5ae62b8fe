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
  ) {
    super(message);
    this.name = 'ApiError';
  }

  get unreachable(): boolean {
    return this.status === 0;
  }
}

export const sentenceOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Try again.';
