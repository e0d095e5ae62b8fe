import { createServer } from 'node:net';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app';
import { versionMadeAt, watchedClock } from './house/watched-clock';
import { FolderFault, faultOf } from './database/folder-fault';
import { lockFolder } from './database/folder-lock';
import { LookRound } from './demo/look-round';
import { prepareDemo } from './demo/prepare-demo';
import { isLoopback } from './door/loopback';
import { BackupFault } from './exchange/backup-fault';
import type { Replaced, Replacement } from './exchange/backup-keeper';
import { laborInWorker } from './exchange/labor-in-worker';
import { openKept } from './exchange/open-kept';
import { bringBack, swapIn, tidyRestores } from './exchange/swap';

/**
 * Starts the server. Settings come from the environment:
 * HEDGE_LAMP_DATA (data folder), HEDGE_LAMP_DEMO=1 (demo data, in a folder of its own), HEDGE_LAMP_PORT,
 * HEDGE_LAMP_ADDRESS (on loopback), HEDGE_LAMP_HOSTS (further names of this machine, with commas between).
 */
const here = fileURLToPath(new URL('.', import.meta.url));
const packageFolder = join(here, '..');
const migrations = join(packageFolder, 'drizzle');
const env = process.env;
const demo = env.HEDGE_LAMP_DEMO === '1';
/** Given where this only shows made-up data beside a keeper's own: the port of those. */
const ownPort = env.HEDGE_LAMP_OWN_PORT ? Number(env.HEDGE_LAMP_OWN_PORT) : null;
const dataFolder =
  ownPort === null
    ? env.HEDGE_LAMP_DATA || join(packageFolder, '../../data', demo ? 'demo' : 'keeper')
    : folderForALook();
const port = Number(env.HEDGE_LAMP_PORT || 4870);
const address = env.HEDGE_LAMP_ADDRESS || '127.0.0.1';
/** Nobody looked at made-up data for so long: they are put away, ms. */
const lookedAtLast = 30 * 60_000;
/** How long what is under way may take when the server is told to end, ms. */
const graceMs = 10_000;
/** The same where it is only told to begin anew, on other data: pages keep their lines open, ms. */
const replaceGraceMs = 1500;

/** For made-up data that nobody keeps: gone when this ends. */
function folderForALook(): string {
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-look-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/** Settings or surroundings that do not let it start, in a sentence. */
class StartFault extends Error {}

function listenFault(error: NodeJS.ErrnoException): Error {
  if (error.code === 'EADDRINUSE')
    return new StartFault(
      `Port ${port} is taken. Stop what uses it, or choose another: HEDGE_LAMP_PORT=4871 npm start`,
    );
  if (error.code === 'EACCES')
    return new StartFault(
      `Port ${port} may not be used by this user. Choose one above 1023 in HEDGE_LAMP_PORT.`,
    );
  if (error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND')
    return new StartFault(`${address} is no address of this machine. Leave HEDGE_LAMP_ADDRESS out.`);
  return error;
}

/** The port is had before the data is touched. */
const tryPort = (): Promise<void> =>
  new Promise((resolve, reject) => {
    const trial = createServer();
    trial.once('error', (error) => reject(listenFault(error)));
    trial.listen({ port, host: address, exclusive: true }, () => trial.close(() => resolve()));
  });

const sentenceOf = (error: unknown): string => {
  const told = error instanceof FolderFault || error instanceof StartFault || error instanceof BackupFault;
  return told
    ? error.message
    : `Hedge Lamp could not start: ${error instanceof Error ? error.message : String(error)}`;
};

/** Puts other data in the place of the present ones. */
function replaceData(how: Replacement): { readonly asideId: string | null; readonly fault: string | null } {
  try {
    const put = how.kind === 'restore' ? swapIn : bringBack;
    return { asideId: put(dataFolder, how.id, Date.now()), fault: null };
  } catch (error) {
    return { asideId: null, fault: sentenceOf(error) };
  }
}

/** A server that answers. */
interface Running {
  readonly url: string;
  readonly port: number;
  /** Lets what is under way be finished, so long at most, ms; then everything is closed. */
  close(grace: number): Promise<void>;
}

interface ServeOptions {
  readonly at: number;
  /** Makes the demo's data where they are of another day. */
  readonly isDemoNow: boolean;
  readonly replaced: Replaced | null;
  readonly replace: (how: Replacement) => void;
}

/** When anybody last asked for anything. */
let askedLast = Date.now();
let servedAt = port;
const lookRound = new LookRound(fileURLToPath(import.meta.url), () => servedAt);

async function serve({ at, isDemoNow, replaced, replace }: ServeOptions): Promise<Running> {
  const database = isDemoNow
    ? await prepareDemo(dataFolder, migrations, Date.now())
    : await openKept(dataFolder, migrations, { anew: demo });
  const clock = watchedClock(database, versionMadeAt(migrations));
  const app = await buildApp({
    database,
    now: clock.date,
    timerNow: clock.now,
    isClockCredible: clock.isCredible,
    webFolder: join(packageFolder, '../web/dist'),
    hosts: (env.HEDGE_LAMP_HOSTS ?? '').split(',').filter(Boolean),
    demo,
    ownPort,
    ...(ownPort === null ? { lookRound: () => lookRound.openSoon() } : {}),
    sweeps: true,
    backups: {
      migrations,
      labor: laborInWorker(new URL('./backup-worker.mjs', import.meta.url), (text) => console.error(text)),
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      replace,
      replaced,
      daily: ownPort === null,
    },
    log: true,
  });
  app.addHook('onRequest', (_request, _reply, done) => {
    askedLast = Date.now();
    done();
  });
  let closed: Promise<void> | undefined;
  const url = await app.listen({ port: at, host: address }).catch((error: NodeJS.ErrnoException) => {
    throw listenFault(error);
  });
  servedAt = Number(new URL(url).port);
  return {
    url,
    port: servedAt,
    close: (grace) => {
      setTimeout(() => app.server.closeAllConnections(), grace).unref();
      return (closed ??= app.close().finally(() => database.$client.close()));
    },
  };
}

async function start(): Promise<void> {
  // What is written from here on is for this user only.
  process.umask(0o077);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartFault('HEDGE_LAMP_PORT is no port. Give a whole number up to 65535.');
  if (!isLoopback(address))
    throw new StartFault(
      `Hedge Lamp does not listen on ${address} yet: whoever reached it there could read and write everything. Leave HEDGE_LAMP_ADDRESS out; it then answers on this machine.`,
    );
  try {
    mkdirSync(dataFolder, { recursive: true });
  } catch (error) {
    throw faultOf(error, dataFolder);
  }
  const lock = (() => {
    try {
      return lockFolder(dataFolder);
    } catch (error) {
      throw faultOf(error, dataFolder);
    }
  })();
  await tryPort();
  tidyRestores(dataFolder);
  let server: Running;
  let ending = false;
  let replacing = false;
  /** Lets what is under way be finished and answered. Told twice, as Ctrl-C tells a whole group, it ends once. */
  function end(): void {
    if (ending) return;
    ending = true;
    lookRound.close();
    void server?.close(graceMs).finally(() => {
      lock.release();
      process.exit(0);
    });
  }
  /** The data are closed, replaced, and opened again at the same address. */
  async function replace(how: Replacement): Promise<void> {
    // Told twice, it is done once.
    if (ending || replacing) return;
    replacing = true;
    await server.close(replaceGraceMs);
    const { asideId, fault } = replaceData(how);
    const again = (why: string | null) =>
      serve({
        at: server.port,
        isDemoNow: false,
        replaced: { at: Date.now(), kind: how.kind, fault: why },
        replace: (next) => void replace(next),
      });
    try {
      server = await again(fault);
    } catch (error) {
      if (asideId === null) return fail(error);
      // What was put in place cannot be opened after all.
      try {
        bringBack(dataFolder, asideId, Date.now());
        server = await again(sentenceOf(error));
      } catch (worse) {
        fail(worse);
      }
    } finally {
      replacing = false;
    }
  }
  server = await serve({ at: port, isDemoNow: demo, replaced: null, replace: (how) => void replace(how) });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, end);
  // Whoever started it is gone, however that came.
  process.on('disconnect', end);
  if (ownPort !== null) {
    process.send?.({ port: server.port });
    setInterval(() => {
      if (Date.now() - askedLast > lookedAtLast) end();
    }, 60_000).unref();
  }
  console.log(`Hedge Lamp is ready${demo ? ' with demo data' : ''}: ${server.url}`);
}

function fail(error: unknown): never {
  console.error(sentenceOf(error));
  process.exit(1);
}

start().catch(fail);
