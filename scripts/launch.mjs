import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildStale, checkNode, installMissing, root } from './ready.mjs';

/** Installs what is missing, builds if stale, starts the server. With --demo, on demo data in a folder of its own. */
checkNode();
installMissing();
buildStale();
const demo = process.argv.includes('--demo');
// The channel tells the server when this one is gone, even killed: nobody is left to stop it then.
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.mjs')], {
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  env: { ...process.env, ...(demo ? { HEDGE_LAMP_DEMO: '1' } : {}) },
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal));
// The shell that npm puts between does not pass a signal on: it only goes. Whoever started this without npm stays away.
const parent = process.ppid;
if (process.env.npm_lifecycle_event)
  setInterval(() => {
    if (process.ppid !== parent) server.kill('SIGTERM');
  }, 300).unref();
server.on('exit', (code) => process.exit(code ?? 1));
