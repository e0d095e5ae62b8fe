import { ApiError } from './api-error';

/** A part of a file says what it is; any other blob is a photograph. */
const typeOf = (body: unknown): string =>
  !(body instanceof Blob)
    ? 'application/json'
    : body.type === 'application/octet-stream'
      ? body.type
      : 'image/jpeg';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * Asks the server. Answers were validated against the schemas of core where they were made.
 * @throws ApiError with the fields that were refused, or with status 0 when nobody answered
 */
export async function call<T>(method: Method, path: string, body?: unknown): Promise<T> {
  const picture = body instanceof Blob;
  let answer: Response;
  let text: string;
  try {
    answer = await fetch(path, {
      method,
      signal: AbortSignal.timeout(picture ? 30_000 : 15_000),
      headers: {
        // What the device takes the time to be: the server keeps it apart from its own.
        'hedge-lamp-clock': String(Date.now()),
        ...(body === undefined ? {} : { 'content-type': typeOf(body) }),
      },
      ...(body === undefined ? {} : { body: picture ? body : JSON.stringify(body) }),
    });
    // An answer cut short is none.
    text = await answer.text();
  } catch {
    throw new ApiError(0, 'Hedge Lamp’s server does not answer. What you typed is still here; try again.');
  }
  let json: unknown;
  try {
    json = text ? JSON.parse(text) : null;
  } catch {
    throw new ApiError(
      answer.ok ? 0 : answer.status,
      `Something on the way to the server answered, with ${answer.status}. What you typed is still here.`,
    );
  }
  if (answer.ok) return json as T;
  const problem = (json ?? {}) as { detail?: string; errors?: []; current?: unknown };
  const byServer = answer.headers.get('content-type')?.startsWith('application/problem+json') ?? false;
  throw new ApiError(
    answer.status,
    problem.detail ?? `The server answered ${answer.status}.`,
    problem.errors ?? [],
    problem.current ?? null,
    byServer,
  );
}
