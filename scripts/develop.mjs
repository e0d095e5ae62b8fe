import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { context } from 'esbuild';
import { serverBundle } from './build-server.mjs';
import { checkNode, installMissing, root } from './ready.mjs';

/** Vite for the page, and the server built anew and restarted whenever a source changes. On demo data. */
checkNode();
installMissing();
process.chdir(root);
const bundle = await context(serverBundle);
await bundle.rebuild();
await bundle.watch();
const main = join(root, 'packages/server/dist/main.mjs');
const children = [
  spawn('node', ['--watch', main], { stdio: 'inherit', env: { ...process.env, HEDGE_LAMP_DEMO: '1' } }),
  spawn('npx', ['vite', 'packages/web'], { stdio: 'inherit' }),
];
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    children.forEach((child) => child.kill(signal));
    void bundle.dispose().then(() => process.exit(0));
  });
