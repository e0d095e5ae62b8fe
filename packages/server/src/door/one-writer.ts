import type { FastifyInstance } from 'fastify';
import pLimit from 'p-limit';

/** Runs work that writes, after what was asked before it. */
export type InTurn = <T>(work: () => T | Promise<T>) => Promise<T>;

declare module 'fastify' {
  interface FastifyContextConfig {
    /** The route takes its turn by itself, when it comes to writing. */
    readonly takesItsTurn?: true;
  }
}

/**
 * One write after the other. Most are done in one go; one that is done in slices, so that reading goes on meanwhile, must
 * not find another write in the middle of it.
 */
export function oneWriterAtATime(app: FastifyInstance): InTurn {
  const line = pLimit(1);
  const inTurn: InTurn = (work) => line(async () => work());
  app.addHook('onRoute', (route) => {
    const methods = [route.method].flat();
    if (methods.every((m) => ['GET', 'HEAD', 'OPTIONS'].includes(m)) || route.config?.takesItsTurn) return;
    const { handler } = route;
    route.handler = function (request, reply) {
      return inTurn(() => handler.call(this, request, reply));
    };
  });
  return inTurn;
}

/** Lets others have their turn between two slices of long work. */
export const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
