import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { buildServer } from './build-server.mjs';
import { buildServiceWorker } from './build-service-worker.mjs';

/** Builds what is shipped: the server into one file, and the web app. With --server-only, only the server. */
process.chdir(fileURLToPath(new URL('..', import.meta.url)));
await buildServer();
if (!process.argv.includes('--server-only')) {
  const { status } = spawnSync('npx', ['vite', 'build', 'packages/web', '--logLevel', 'warn'], {
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(status ?? 1);
  await buildServiceWorker();
}
