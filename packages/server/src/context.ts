import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { Database } from './database/open-database';

/** What routes work with. */
export interface Context {
  readonly database: Database;
  /** The present instant, ms since epoch UTC; tests set their own. */
  readonly now: () => number;
}

export const typed = (app: FastifyInstance) => app.withTypeProvider<ZodTypeProvider>();
