import { build } from 'esbuild';

/**
 * The server in one file, so that it starts quickly; only what is native stays outside, the SQLite driver and the decoder of
 * pictures, and the page of the API, which comes with files of its own. Beside it the thread that makes and opens backups, and the commands that do so without a server.
 */
export const serverBundle = {
  entryPoints: {
    main: 'packages/server/src/main.ts',
    'backup-worker': 'packages/server/src/exchange/backup-worker.ts',
    'backup-command': 'packages/server/src/exchange/backup-command.ts',
  },
  outdir: 'packages/server/dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  external: ['better-sqlite3', 'sharp', '@fastify/swagger-ui'],
  sourcemap: 'linked',
  logLevel: 'warning',
  banner: {
    // Some of the bundled packages still ask for CommonJS names.
    js: "import { createRequire as _createRequire } from 'node:module'; import { fileURLToPath as _toPath } from 'node:url'; const require = _createRequire(import.meta.url); const __filename = _toPath(import.meta.url); const __dirname = _toPath(new URL('.', import.meta.url));",
  },
};

export const buildServer = () => build(serverBundle);
