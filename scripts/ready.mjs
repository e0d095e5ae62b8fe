import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** What both commands of the README do first. Uses nothing but Node, since nothing else may be installed yet. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a program with its output shown; ends this one when it fails. */
export function run(program, args, options = {}) {
  const { status } = spawnSync(program, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    ...options,
  });
  if (status !== 0) {
    console.error(`\n${program} ${args.join(' ')} failed.`);
    process.exit(status ?? 1);
  }
}

const timeOf = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Hedge Lamp needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
}

/** Installs the packages of the lock file when they are missing or older than it. */
export function installMissing() {
  const installed = timeOf(join(root, 'node_modules/.package-lock.json'));
  const driver = existsSync(join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node'));
  if (driver && installed >= timeOf(join(root, 'package-lock.json'))) return;
  console.log('Installing packages. The database driver is compiled here: about three minutes, once.');
  // Not `npm ci`: it refuses a lock file when a registry lacks a package for another system that nobody here
  // needs. This takes the versions of the lock file all the same, and leaves that file alone.
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error']);
}

function newest(path) {
  if (!existsSync(path)) return 0;
  if (!statSync(path).isDirectory()) return timeOf(path);
  return Math.max(timeOf(path), ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds server and web app when a source is newer than what was built. */
export function buildStale() {
  const sources = [
    ...['core', 'server', 'web'].map((name) => `packages/${name}/src`),
    ...[
      'packages/web/index.html',
      'packages/web/public',
      'packages/web/vite.config.ts',
      'packages/web/build',
      'package-lock.json',
      'scripts/build-server.mjs',
      'scripts/build-service-worker.mjs',
      'scripts/compress.mjs',
    ],
  ];
  const built = Math.min(
    timeOf(join(root, 'packages/server/dist/main.mjs')),
    timeOf(join(root, 'packages/web/dist/service-worker.js')),
  );
  if (built >= Math.max(...sources.map((path) => newest(join(root, path))))) return;
  console.log('Building.');
  run(process.execPath, ['scripts/build.mjs']);
}
