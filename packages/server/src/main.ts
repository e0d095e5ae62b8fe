import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app';
import { hasLiveRun } from './bench/store';
import { openDatabase } from './database/open-database';
import { prepareDemo } from './demo/prepare-demo';
import { steadyClock } from './steady-clock';

/**
 * Starts the server. Settings come from the environment:
 * HEDGE_LAMP_DATA (data folder), HEDGE_LAMP_DEMO=1 (demo data, in a folder of its own), HEDGE_LAMP_PORT,
 * HEDGE_LAMP_ADDRESS (loopback unless told otherwise), HEDGE_LAMP_HOSTS (further names, with commas between).
 */
const here = fileURLToPath(new URL('.', import.meta.url));
const packageFolder = join(here, '..');
const migrations = join(packageFolder, 'drizzle');
const env = process.env;
const demo = env.HEDGE_LAMP_DEMO === '1';
const dataFolder = env.HEDGE_LAMP_DATA ?? join(packageFolder, '../../data', demo ? 'demo' : 'keeper');
const port = Number(env.HEDGE_LAMP_PORT ?? 4870);
const address = env.HEDGE_LAMP_ADDRESS ?? '127.0.0.1';

const database = demo
  ? prepareDemo(dataFolder, migrations, Date.now())
  : openDatabase(dataFolder, migrations);
const app = await buildApp({
  database,
  now: steadyClock((steady) => hasLiveRun(database, steady)),
  webFolder: join(packageFolder, '../web/dist'),
  hosts: (env.HEDGE_LAMP_HOSTS ?? '').split(',').filter(Boolean),
  demo,
  log: true,
});

try {
  const at = await app.listen({ port, host: address });
  console.log(`Hedge Lamp is ready${demo ? ' with demo data' : ''}: ${at}`);
} catch (error) {
  const busy = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  console.error(
    busy
      ? `Port ${port} is taken. Stop what uses it, or choose another: HEDGE_LAMP_PORT=4871 npm start`
      : error,
  );
  process.exit(1);
}

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    void app.close().then(() => {
      database.$client.close();
      process.exit(0);
    });
  });
