import { createServer } from 'node:net';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app';
import { versionMadeAt, watchedClock } from './clock/watched-clock';
import { FolderFault, faultOf } from './database/folder-fault';
import { lockFolder } from './database/folder-lock';
import { openDatabase } from './database/open-database';
import { prepareDemo } from './demo/prepare-demo';
import { isLoopback } from './door/loopback';

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
const dataFolder = env.HEDGE_LAMP_DATA || join(packageFolder, '../../data', demo ? 'demo' : 'keeper');
const port = Number(env.HEDGE_LAMP_PORT || 4870);
const address = env.HEDGE_LAMP_ADDRESS || '127.0.0.1';
/** How long what is under way may take when the server is told to end, ms. */
const graceMs = 10_000;

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
  const database = demo
    ? await prepareDemo(dataFolder, migrations, Date.now())
    : openDatabase(dataFolder, migrations);
  const clock = watchedClock(database, versionMadeAt(migrations));
  const app = await buildApp({
    database,
    now: clock.date,
    timerNow: clock.now,
    isClockCredible: clock.isCredible,
    webFolder: join(packageFolder, '../web/dist'),
    hosts: (env.HEDGE_LAMP_HOSTS ?? '').split(',').filter(Boolean),
    demo,
    sweeps: true,
    log: true,
  });
  let ending = false;
  /** Lets what is under way be finished and answered. Told twice, as Ctrl-C tells a whole group, it ends once. */
  function end(): void {
    if (ending) return;
    ending = true;
    setTimeout(() => app.server.closeAllConnections(), graceMs).unref();
    void app.close().finally(() => {
      database.$client.close();
      lock.release();
      process.exit(0);
    });
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, end);
  // Whoever started it is gone, however that came.
  process.on('disconnect', end);

  const at = await app.listen({ port, host: address }).catch((error: NodeJS.ErrnoException) => {
    throw listenFault(error);
  });
  console.log(`Hedge Lamp is ready${demo ? ' with demo data' : ''}: ${at}`);
}

start().catch((error: unknown) => {
  const told = error instanceof FolderFault || error instanceof StartFault;
  console.error(
    told ? error.message : `Hedge Lamp could not start: ${String((error as Error).message ?? error)}`,
  );
  process.exit(1);
});
