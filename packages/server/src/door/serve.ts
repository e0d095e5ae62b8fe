import { type Route, ProblemSchema, type TaggedRoute, type Topic } from '@hedge-lamp/core/wire';
import type { FastifyInstance, FastifyReply, FastifyRequest, RouteShorthandOptions } from 'fastify';
import type { z } from 'zod';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** What a write changes; all topics where it does not say. */
    readonly changes?: readonly Topic[];
  }
}

type Read<R extends Route, Part extends 'params' | 'query' | 'body'> = R extends {
  readonly [P in Part]: infer S extends z.ZodType;
}
  ? z.output<S>
  : unknown;
export type Asked<R extends Route> = FastifyRequest<{
  Params: Read<R, 'params'>;
  Querystring: Read<R, 'query'>;
  Body: Read<R, 'body'>;
}>;

/** An answer to a create: what is kept now, and whether this made it. */
interface Made<T> {
  readonly made: boolean;
  readonly answer: T;
}
type Said<R extends Route> = R extends { readonly says: 'made' }
  ? Made<z.input<R['answer']>>
  : z.input<R['answer']>;

const problems = Object.fromEntries(
  [400, 404, 409, 413, 415, 422, 507].map((status) => [status, ProblemSchema]),
);

/** Answers one of the questions that core tells: checked by its schemas, and described by them. */
export function serve<const R extends TaggedRoute>(
  app: FastifyInstance,
  route: R,
  handler: (request: Asked<R>, reply: FastifyReply) => Said<R> | Promise<Said<R>>,
  options: Pick<RouteShorthandOptions, 'bodyLimit' | 'config'> & {
    readonly consumes?: readonly string[];
    /** Checks later, by itself. */
    readonly validatorCompiler?: RouteShorthandOptions['validatorCompiler'];
  } = {},
): void {
  const { method, path, summary, tag, params, query, body, answer, says, changes } = route;
  const { consumes, config, ...rest } = options;
  app.route({
    method,
    url: path,
    ...rest,
    config: { ...config, ...(changes ? { changes } : {}) },
    schema: {
      tags: [tag],
      summary,
      ...(consumes ? { consumes: [...consumes] } : {}),
      ...(params ? { params } : {}),
      ...(query ? { querystring: query } : {}),
      ...(body ? { body } : {}),
      response: {
        [says === 'begun' ? 202 : 200]: answer,
        ...(says === 'made' ? { 201: answer } : {}),
        ...problems,
      },
    },
    // The schemas above made the request what it is taken for here.
    handler: async (request, reply) => {
      const said: unknown = await handler(request as Asked<R>, reply);
      if (says !== 'made') {
        void reply.code(says === 'begun' ? 202 : 200);
        return said;
      }
      const made = said as Made<unknown>;
      void reply.code(made.made ? 201 : 200);
      return made.answer;
    },
  });
}
