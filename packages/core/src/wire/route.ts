import { z } from 'zod';
import { IdSchema } from './identifier';
import type { Topic } from './topic';

/**
 * One question that the server answers, told once for both sides: the server checks by these schemas and describes itself
 * by them, the web sends and receives what they say.
 */
export interface Route {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** With “:id” where a parameter stands. */
  readonly path: `/api/${string}`;
  readonly summary: string;
  readonly params?: z.ZodType;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  readonly answer: z.ZodType;
  /** `made`: 201 when it was made by this, 200 when it was there already. `begun`: 202, it goes on after the answer. */
  readonly says?: 'made' | 'begun';
  /** What a write changes; an answer to a question changes nothing. */
  readonly changes?: readonly Topic[];
  /** What an answer rests on: when any of it changes, the answer may be another. */
  readonly shows?: readonly Topic[];
}
export type TaggedRoute = Route & { readonly tag: string };

/** The routes of an area under their names. */
export const routes = <const R extends Readonly<Record<string, Route>>>(tag: string, list: R) =>
  Object.fromEntries(Object.entries(list).map(([name, route]) => [name, { ...route, tag }])) as {
    readonly [K in keyof R]: R[K] & { readonly tag: string };
  };

export const WithId = z.object({ id: IdSchema });
/** What answers that have nothing to say. */
export const NothingSchema = z.object({});

/** How a thing is deleted: to be brought back, or for good, then or at once. */
export const ForGoodSchema = z.object({
  forGood: z
    .enum(['at-once', 'in-30-days'], { error: 'Say at-once or in-30-days, or leave it out.' })
    .optional(),
});

type Said<S> = S extends z.ZodType ? z.input<S> : never;
/** What is sent with a question: all that its schemas ask for. */
export type Given<R extends Route> = (R extends { readonly params: infer P }
  ? { readonly params: Said<P> }
  : unknown) &
  (R extends { readonly query: infer Q }
    ? Record<string, never> extends Said<Q>
      ? { readonly query?: Said<Q> }
      : { readonly query: Said<Q> }
    : unknown) &
  (R extends { readonly body: infer B } ? { readonly body: Said<B> } : unknown);
export type Answer<R extends Route> = z.output<R['answer']>;

/**
 * The address of a question.
 * @example addressOf({ path: '/api/waters/:id/deeds' }, { params: { id: 7 }, query: { from: 5 } }) // '/api/waters/7/deeds?from=5'
 */
export function addressOf(
  { path }: Pick<Route, 'path'>,
  { params = {}, query = {} }: { readonly params?: object; readonly query?: object } = {},
): string {
  const values = new Map(Object.entries(params));
  const filled = path.replace(/:(\w+)/g, (_whole, name: string) =>
    encodeURIComponent(String(values.get(name))),
  );
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, String(value)] as [string, string]],
    ),
  ).toString();
  return asked ? `${filled}?${asked}` : filled;
}
