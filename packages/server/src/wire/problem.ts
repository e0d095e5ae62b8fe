import { FieldError } from '@hedge-lamp/core/quantity';
import type { Problem } from '@hedge-lamp/core/wire';
import { z } from 'zod';

export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
    this.name = 'ProblemError';
  }
}

const titles: Record<number, string> = {
  // What came is no request, or no JSON.
  400: 'This could not be read',
  // From a machine, under a name or from a page that may not.
  403: 'Not from there',
  // It was removed, or never there.
  404: 'Not here',
  // Somebody was quicker, or something else is kept under this identifier. What is kept comes along.
  409: 'Changed meanwhile',
  // The rest of a request did not come.
  408: 'Too slow',
  // More than fits in one request.
  413: 'Too large',
  // Another type of content than is taken there.
  415: 'Send JSON',
  // An address or headers beyond all measure.
  431: 'Too long',
  // A field is missing, cannot be, or contradicts another. Nothing was kept.
  422: 'Something in this is not right',
  // Something that nobody foresaw. The log says more.
  500: 'Hedge Lamp failed',
  // The data cannot be written now: their file or folder is gone, damaged or closed to writing.
  503: 'Not now',
  // The disk is full.
  507: 'No room',
};

export function problem(
  status: number,
  detail: string,
  errors: Problem['errors'] = [],
  current?: unknown,
): Problem {
  const title = titles[status] ?? 'This could not be done';
  return {
    type: 'about:blank',
    title,
    status,
    detail,
    errors,
    ...(current === undefined ? {} : { current }),
  };
}

/** 404: the thing is gone or was never there. `path` names the field that pointed at it, if one did. */
export const gone = (what: string, path?: string): ProblemError =>
  new ProblemError(
    problem(
      404,
      `${what} is not here (any more).`,
      path ? [{ path, message: `${what} is not here (any more).` }] : [],
    ),
  );

/** 409: somebody else was quicker; what they left comes along, so that nothing is silently overwritten. */
export const conflict = (detail: string, current: unknown): ProblemError =>
  new ProblemError(problem(409, detail, [], current));

/** The same error for one of several things sent at once: the path of each field says which. */
export function within(prefix: string, error: unknown): unknown {
  if (error instanceof FieldError)
    return new FieldError(error.code, `${prefix}.${error.field}`, error.message);
  if (error instanceof z.ZodError)
    return new ProblemError(
      problem(
        422,
        error.issues.map((i) => i.message).join(' '),
        error.issues.map((i) => ({ path: [prefix, ...i.path].join('.'), message: i.message })),
      ),
    );
  if (!(error instanceof ProblemError)) return error;
  const errors = error.problem.errors.map((e) => ({ ...e, path: `${prefix}.${e.path}` }));
  return new ProblemError({ ...error.problem, errors });
}

export const refused = (path: string, message: string): ProblemError =>
  new ProblemError(problem(422, message, [{ path, message }]));
