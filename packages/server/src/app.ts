import { hour } from '@hedge-lamp/core/wire';
import { existsSync } from 'node:fs';
import { constants } from 'node:zlib';
import { serverRoutes } from '@hedge-lamp/core/exchange';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import files from '@fastify/static';
import swagger from '@fastify/swagger';
import fastify, { type FastifyInstance } from 'fastify';
import { jsonSchemaTransform, jsonSchemaTransformObject, validatorCompiler } from 'fastify-type-provider-zod';
import { serveRuns } from './bench/routes';
import { tidyPhotos } from './color/photo-store';
import { serveCards, servePhotos } from './color/routes';
import type { Context } from './door/context';
import { serve } from './door/serve';
import { serveCycle } from './cycle/routes';
import { sweep } from './exchange/purge';
import { answerBadAddress, answerBroken } from './door/broken-request';
import { contentSecurityPolicy, releaseOf } from './door/built-document';
import { keepDoor } from './door/door';
import { asDescribed, asItIs } from './door/serializer';
import { speakPlainly } from './door/plain-errors';
import { readJson } from './door/json-body';
import { oneWriterAtATime } from './door/one-writer';
import { answerError } from './house/error-answer';
import { serveReference } from './house/reference';
import { BackupKeeper, type BackupSettings, type Replaced, type Replacement } from './exchange/backup-keeper';
import { serveBackups } from './exchange/backup-routes';
import { serveSheet } from './exchange/routes';
import { servePlans } from './guidelines/plan-routes';
import { serveToday } from './guidelines/routes';
import { serveKits, serveMethods } from './methods/routes';
import { serveParameters } from './parameters/routes';
import { problem } from './wire/problem';
import { closeBulk } from './readings/bulk';
import { serveReadings } from './readings/routes';
import { serveDeeds } from './remedies/routes';
import { newRevision, tellWritten } from './door/revision';
import { serveRemoved } from './exchange/removed-routes';
import { serveWaters } from './waters/routes';

export interface AppOptions extends Pick<Context, 'database' | 'now'> {
  /** The same as `now` where it is left out. */
  readonly timerNow?: () => number;
  readonly isClockCredible?: () => boolean;
  /** Folder of the built web app; left out where only the API is wanted. */
  readonly webFolder?: string;
  /** Further names of this machine; a page elsewhere cannot borrow them. */
  readonly hosts?: readonly string[];
  readonly demo?: boolean;
  /** Made-up data that are only looked at: nothing is written, and the way back leads to this port. */
  readonly ownPort?: number | null;
  /** Opens made-up data beside these; its port, or null while it opens. Left out where there are none to be had. */
  readonly lookRound?: () => Promise<number | null>;
  /** Removes for good, from time to time, what has waited for it. */
  readonly sweeps?: boolean;
  /** Backups of the data; left out where there are none to be made. */
  readonly backups?: Pick<BackupSettings, 'migrations' | 'labor' | 'zone'> & {
    /** Closes the application, replaces the data and starts anew. */
    readonly replace: (how: Replacement) => void;
    readonly replaced: Replaced | null;
    /** Makes them by itself, once a day. */
    readonly daily?: boolean;
  };
  /** Every answer is held against its schema: for tests. */
  readonly checkAnswers?: boolean;
  readonly log?: boolean;
}

/** By then whoever opened the page has it. */
const idleAfter = 3000;
const sweepEvery = 7 * hour;
/** A server that was only started to look something up has ended by then, ms. */
const firstBackupLook = 60_000;
const backupLookEvery = 10 * 60_000;

/** Answers go over a slow line compressed; what fits into one packet gains nothing. */
const howToCompress = {
  threshold: 1400,
  encodings: ['br' as const, 'gzip' as const],
  // Beyond this, compressing takes longer than it saves on a line that a phone has.
  brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } },
};

/** A request whose head or body is not there within this is closed, ms: an open line costs a place. */
const patienceMs = { head: 15_000, whole: 25_000, look: 1000 };

/** Does something some time after the application is ready, and from time to time from then on, ms. */
function atTimes(app: FastifyInstance, act: () => void, first: number, every: number): void {
  let timers: NodeJS.Timeout[] = [];
  app.addHook('onReady', (done) => {
    timers = [setTimeout(act, first).unref(), setInterval(act, every).unref()];
    done();
  });
  app.addHook('onClose', (_app, done) => {
    timers.forEach((timer) => clearTimeout(timer));
    done();
  });
}

/** The whole application, not yet listening. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = fastify({
    logger: options.log ? { level: 'warn' } : false,
    bodyLimit: 256 * 1024,
    requestTimeout: patienceMs.whole,
    http: { headersTimeout: patienceMs.head, connectionsCheckingInterval: patienceMs.look },
    clientErrorHandler: answerBroken,
    frameworkErrors: answerBadAddress,
  });
  speakPlainly();
  readJson(app);
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(options.checkAnswers ? asDescribed : asItIs);
  app.setErrorHandler(answerError);
  const revision = newRevision();

  await app.register(helmet, {
    contentSecurityPolicy: contentSecurityPolicy(options.webFolder),
    // The server speaks plain HTTP on loopback or a home network.
    strictTransportSecurity: false,
    crossOriginOpenerPolicy: { policy: 'same-origin' },
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

  const ownPort = options.ownPort ?? null;
  keepDoor(app, options.database, options.hosts ?? [], { readOnly: ownPort !== null });
  await app.register(compress, howToCompress);
  const context: Context = {
    database: options.database,
    now: options.now,
    timerNow: options.timerNow ?? options.now,
    isClockCredible: options.isClockCredible ?? (() => true),
    inTurn: oneWriterAtATime(app),
    revision,
  };
  tidyPhotos(options.database);
  const keeper =
    options.backups &&
    new BackupKeeper(options.database, {
      ...options.backups,
      demo: options.demo ?? false,
      now: options.now,
      isClockCredible: context.isClockCredible,
      report: (error) => app.log.error(error),
    });
  app.addHook('onClose', (_app, done) => {
    closeBulk(options.database);
    done();
  });
  tellWritten(app, revision);

  const release = releaseOf(options.webFolder);
  serve(app, serverRoutes.revision, () => ({
    boot: revision.boot,
    count: revision.count,
    topics: revision.topics,
    now: context.timerNow(),
    date: context.now(),
    clockCredible: context.isClockCredible(),
    demo: options.demo ?? false,
    release,
    backups: keeper?.standing ?? 'unknown',
    ownPort,
  }));
  const { lookRound } = options;
  if (lookRound) serve(app, serverRoutes.lookRound, async () => ({ port: await lookRound() }));
  // Made once: it takes longer than anybody should wait.
  let document: string | undefined;
  const describe = () => (document ??= JSON.stringify(app.swagger()));
  app.get('/api/openapi.json', { schema: { hide: true } }, (_request, reply) =>
    reply.type('application/json').send(Buffer.from(describe())),
  );
  app.addHook('onListen', (done) => {
    setTimeout(describe, idleAfter).unref();
    done();
  });

  for (const serveArea of [
    serveParameters,
    serveWaters,
    serveRemoved,
    serveMethods,
    serveKits,
    serveCards,
    servePhotos,
    serveReadings,
    serveRuns,
    serveDeeds,
    serveCycle,
    serveToday,
    servePlans,
    serveSheet,
  ])
    serveArea(app, context);

  if (keeper && options.backups) {
    const { replace, replaced, daily } = options.backups;
    serveBackups(app, context, { keeper, replace, replaced });
    const keepUp = () => void keeper.keepUp().catch((error: unknown) => app.log.error(error));
    if (daily) atTimes(app, keepUp, firstBackupLook, backupLookEvery);
    app.addHook('onReady', (done) => {
      void keeper.list().catch((error: unknown) => app.log.error(error));
      done();
    });
  }
  if (options.sweeps) {
    const look = () =>
      void sweep(options.database, context.now(), context.inTurn).catch((error: unknown) =>
        app.log.error(error),
      );
    atTimes(app, look, 0, sweepEvery);
  }

  const web = options.webFolder;
  if (web && existsSync(web)) {
    await serveReference(app, web);
    await app.register(files, {
      root: web,
      cacheControl: false,
      // Compressed once, when it was built.
      preCompressed: true,
      setHeaders: (reply, path) => {
        // Files under assets carry a hash of their content in their name; the rest is asked for anew.
        reply.setHeader(
          'cache-control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
        // What stands beside it compressed goes to whoever takes that.
        reply.setHeader('vary', 'accept-encoding');
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
