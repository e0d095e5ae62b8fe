import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import { root } from './ready.mjs';

/**
 * Areas of the core as one module that Node.js can load.
 * @param areas such as 'chemistry'; or the path of a file from the root of the project, such as a test's own generator
 */
export async function bundledCore(...areas) {
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-bench-core-'));
  const outfile = join(folder, 'core.mjs');
  await build({
    stdin: {
      contents: areas
        .map((area) => `export * from '${area.includes('/') ? `./${area}` : `@hedge-lamp/core/${area}`}';`)
        .join('\n'),
      resolveDir: root,
    },
    bundle: true,
    format: 'esm',
    platform: 'node',
    outfile,
    logLevel: 'error',
  });
  const core = await import(outfile);
  rmSync(folder, { recursive: true });
  return core;
}
