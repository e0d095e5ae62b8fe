import { type Topic, type WrittenSoFar, readWritten, topics, writtenHeader } from '@hedge-lamp/core/wire';
import { ApiError } from './api-error';
import { earlyAnswer } from './early-answers';
import { begun, ended } from './under-way';

/** A part of a file says what it is; any other blob is a photograph. */
const typeOf = (body: unknown): string =>
  !(body instanceof Blob)
    ? 'application/json'
    : body.type === 'application/octet-stream'
      ? body.type
      : 'image/jpeg';

/** Hear what was written by the time of each answer, before whoever asked has it. */
export const hearWritten = new Set<(written: WrittenSoFar) => void>();

/** What was written as far as any answer told; of one start of the server counts only grow. */
let known: WrittenSoFar = { boot: '', topics: {} };
const countOf = (topic: Topic, { topics: counts }: WrittenSoFar): number => counts[topic] ?? 0;

function learn(written: WrittenSoFar): void {
  const grown = (topic: Topic) => Math.max(countOf(topic, written), countOf(topic, known));
  known =
    written.boot === known.boot
      ? { boot: known.boot, topics: Object.fromEntries(topics.map((topic) => [topic, grown(topic)])) }
      : written;
}

const writtenOf = (answer: Response) => readWritten(answer.headers.get(writtenHeader));

/** True for an answer that may be from before something that another one told of. */
const isOlder = (answer: Response): boolean => {
  const written = writtenOf(answer);
  if (known.boot === '') return false;
  if (written?.boot !== known.boot) return true;
  return topics.some((topic) => countOf(topic, written) < countOf(topic, known));
};

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** An answer, and what was written before it was asked for: null beside the answer of an older server. */
export interface Told<T> {
  readonly said: T;
  readonly written: WrittenSoFar | null;
}

function send(method: Method, path: string, body: unknown): Promise<Response> {
  const picture = body instanceof Blob;
  return fetch(path, {
    method,
    signal: AbortSignal.timeout(picture ? 30_000 : 15_000),
    headers: {
      // What the device takes the time to be: the server keeps it apart from its own.
      'hedge-lamp-clock': String(Date.now()),
      ...(body === undefined ? {} : { 'content-type': typeOf(body) }),
    },
    ...(body === undefined ? {} : { body: picture ? body : JSON.stringify(body) }),
  });
}

/**
 * Asks the server. Answers were validated against the schemas of core where they were made.
 * @throws ApiError with the fields that were refused, or with status 0 when nobody answered
 */
export async function callTold<T>(method: Method, path: string, body?: unknown): Promise<Told<T>> {
  let answer: Response;
  let text: string;
  try {
    begun();
    const early = method === 'GET' ? earlyAnswer(path) : null;
    const heard = early && (await early);
    // Asked by the document, and something was written since: it says what was true before.
    answer = heard && !isOlder(heard) ? heard : await send(method, path, body);
    // An answer cut short is none.
    text = await answer.text();
  } catch {
    throw new ApiError(0, 'Hedge Lamp’s server does not answer. What you typed is still here; try again.');
  } finally {
    ended();
  }
  const written = writtenOf(answer);
  if (written) {
    learn(written);
    hearWritten.forEach((hear) => hear(written));
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
  if (answer.ok) return { said: json as T, written };
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

/** The same where nothing but the answer is wanted. */
export const call = async <T>(method: Method, path: string, body?: unknown): Promise<T> =>
  (await callTold<T>(method, path, body)).said;
