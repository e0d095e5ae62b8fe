import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { compressFiles } from './compress.mjs';
import { buildServer } from './build-server.mjs';
import { buildServiceWorker } from './build-service-worker.mjs';

/**
 * Builds what is shipped: the server into one file, and the web app. With --server-only, only the server; with --quick, the
 * web app with its script files as the bundler cuts them and nothing compressed, for a look.
 */
process.chdir(fileURLToPath(new URL('..', import.meta.url)));
await buildServer();
if (!process.argv.includes('--server-only')) {
  const isQuick = process.argv.includes('--quick');
  const { status } = spawnSync('npx', ['vite', 'build', 'packages/web', '--logLevel', 'warn'], {
    stdio: 'inherit',
    env: { ...process.env, HEDGE_LAMP_QUICK_BUILD: isQuick ? '1' : '' },
  });
  if (status !== 0) process.exit(status ?? 1);
  await buildServiceWorker();
  if (!isQuick) await compressFiles('packages/web/dist');
}
