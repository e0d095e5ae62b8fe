import { ApiError } from './api-error';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * Asks the server. Answers were validated against the schemas of core where they were made.
 * @throws ApiError with the fields that were refused, or with status 0 when nobody answered
 */
export async function call<T>(method: Method, path: string, body?: unknown): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(path, {
      method,
      signal: AbortSignal.timeout(15_000),
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'Hedge Lamp’s server does not answer. What you typed is still here; try again.');
  }
  const text = await answer.text();
  let json: unknown;
  try {
    json = text ? JSON.parse(text) : null;
  } catch {
    throw new ApiError(answer.status, 'The server answered something unreadable. Try again.');
  }
  if (answer.ok) return json as T;
  const problem = (json ?? {}) as { detail?: string; errors?: []; current?: unknown };
  throw new ApiError(
    answer.status,
    problem.detail ?? 'The server refused this.',
    problem.errors ?? [],
    problem.current ?? null,
  );
}
