import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import files from '@fastify/static';
import swagger from '@fastify/swagger';
import fastify, { type FastifyInstance } from 'fastify';
import {
  jsonSchemaTransform,
  jsonSchemaTransformObject,
  serializerCompiler,
  validatorCompiler,
} from 'fastify-type-provider-zod';
import { z } from 'zod';
import { runRoutes } from './bench/routes';
import { cardRoutes, photoRoutes } from './color/routes';
import { type Context, typed } from './context';
import { cycleRoutes } from './cycle/routes';
import { answerError } from './error-answer';
import { sheetRoutes } from './exchange/routes';
import { planRoutes } from './guidelines/plan-routes';
import { todayRoutes } from './guidelines/routes';
import { kitRoutes, methodRoutes } from './methods/routes';
import { problem } from './problem';
import { readingRoutes } from './readings/routes';
import { deedRoutes } from './remedies/routes';
import { newRevision } from './revision';
import { waterRoutes } from './waters/routes';

export interface AppOptions extends Context {
  /** Folder of the built web app; left out where only the API is wanted. */
  readonly webFolder?: string;
  /** Names under which the server may be asked for; a page elsewhere cannot borrow them. */
  readonly hosts?: readonly string[];
  readonly demo?: boolean;
  readonly log?: boolean;
}

/** Nothing comes from elsewhere, nothing is framed, no inline script runs. */
const contentSecurityPolicy = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    // Styles set by scripts, as gauges and swatches are, need no exception.
    styleSrc: ["'self'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'", 'blob:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
};

const loopback = ['localhost', '127.0.0.1', '[::1]'];
const hostName = (host: string) => host.replace(/:\d+$/, '').toLowerCase();

/** The whole application, not yet listening. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = fastify({ logger: options.log ? { level: 'warn' } : false, bodyLimit: 256 * 1024 });
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  app.setErrorHandler(answerError);
  const revision = newRevision();
  const hosts = new Set([...loopback, ...(options.hosts ?? [])].map((h) => h.toLowerCase()));

  await app.register(helmet, {
    contentSecurityPolicy,
    // The server speaks plain HTTP on loopback or a home network.
    strictTransportSecurity: false,
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
  });
  await app.register(swagger, {
    openapi: {
      info: {
        title: 'Hedge Lamp',
        description: 'Water tests by hand: runs, readings, verdicts.',
        version: '1',
      },
    },
    transform: jsonSchemaTransform,
    transformObject: jsonSchemaTransformObject,
  });

  // A page on another site that points its own name here must not reach the keeper's data.
  app.addHook('onRequest', (request, reply, done) => {
    if (hosts.has(hostName(request.headers.host ?? ''))) return done();
    const body = problem(
      403,
      'Hedge Lamp answers only under its own address. Name others in HEDGE_LAMP_HOSTS.',
    );
    void reply.code(403).type('application/problem+json').send(JSON.stringify(body));
  });
  app.addHook('onResponse', (request, reply, done) => {
    if (request.method !== 'GET' && reply.statusCode < 300) revision.bump();
    done();
  });

  typed(app).get(
    '/api/revision',
    {
      schema: {
        tags: ['server'],
        summary: 'A count that grows with every write, and the clock of the server',
        response: {
          200: z.object({ boot: z.string(), count: z.int(), now: z.int(), demo: z.boolean() }),
        },
      },
    },
    () => ({ boot: revision.boot, count: revision.count, now: options.now(), demo: options.demo ?? false }),
  );
  app.get('/api/openapi.json', { schema: { hide: true } }, () => app.swagger());

  for (const routes of [
    waterRoutes,
    methodRoutes,
    kitRoutes,
    cardRoutes,
    photoRoutes,
    readingRoutes,
    runRoutes,
    deedRoutes,
    cycleRoutes,
    todayRoutes,
    planRoutes,
    sheetRoutes,
  ])
    routes(app, options);

  const web = options.webFolder;
  if (web && existsSync(web)) {
    await app.register(files, {
      root: web,
      cacheControl: false,
      setHeaders: (reply, path) => {
        // Files under assets carry a hash of their content in their name; the rest is asked for anew.
        reply.setHeader(
          'cache-control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const asksForPage = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html');
    if (web && asksForPage && !request.url.startsWith('/api/')) return reply.sendFile('index.html');
    const body = problem(404, `There is nothing at ${request.url.slice(0, 200)}.`);
    return reply.code(404).type('application/problem+json').send(JSON.stringify(body));
  });
  return app;
}
