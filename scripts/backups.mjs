import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildStale, checkNode, installMissing, root } from './ready.mjs';

/** `npm run backup` and `npm run restore`: the command itself is built with the server. */
checkNode();
installMissing();
buildStale();
const command = join(root, 'packages/server/dist/backup-command.mjs');
const child = spawn(process.execPath, [command, ...process.argv.slice(2)], { stdio: 'inherit' });
// Told by a signal, it takes away what it began before it ends.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 1));
