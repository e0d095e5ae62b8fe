import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

const dist = 'packages/web/dist';

/** What the browser keeps: each built file, with a hash of its content where its name does not carry one. */
function precached() {
  return readdirSync(dist, { recursive: true, withFileTypes: true })
    .filter((file) => file.isFile() && !/\.map$|^service-worker\.js$/.test(file.name))
    .map((file) => join(file.parentPath, file.name))
    .sort()
    .map((path) => {
      const url = path.slice(dist.length).replaceAll('\\', '/');
      const isHashed = url.startsWith('/assets/');
      return {
        url,
        revision: isHashed
          ? null
          : createHash('sha256').update(readFileSync(path)).digest('hex').slice(0, 16),
      };
    });
}

/** The service worker, with the list of the files that Vite has just built. */
export const buildServiceWorker = () =>
  build({
    entryPoints: ['packages/web/src/offline/service-worker.ts'],
    outfile: join(dist, 'service-worker.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { PRECACHED: JSON.stringify(precached()), 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });
