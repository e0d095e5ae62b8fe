import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import type { Plugin } from 'vite';

/**
 * Modules of core whose exports of this name are worked out while building and written into the page as what they are:
 * no page has to fetch schemas, or check again what was checked here, to know an address or a method.
 */
const written: readonly { readonly file: RegExp; readonly name: RegExp }[] = [
  { file: /\/core\/src\/\w+\/(?:\w+-)?routes\.ts$/, name: /Routes$/ },
  { file: /\/core\/src\/methods\/shipped\.ts$/, name: /^shippedMethods$/ },
];
const asIs = '?as-it-is';

/**
 * Schemas are left out of what is written: they are of use only where answers are made.
 * @throws for what would be something else once it is written down
 */
function withoutSchemas(key: string, value: unknown): unknown {
  if (typeof value === 'function' || (typeof value === 'number' && !Number.isFinite(value)))
    throw new Error(`“${key}” is no data: it cannot be written into the page.`);
  return typeof value === 'object' && value !== null && '_zod' in value ? undefined : value;
}

/** All exports of a module without interface code, by running it here. */
export async function exportsOf(file: string): Promise<Record<string, unknown>> {
  const { outputFiles } = await build({
    entryPoints: [file],
    bundle: true,
    write: false,
    format: 'esm',
    platform: 'node',
    logLevel: 'error',
    absWorkingDir: fileURLToPath(new URL('..', import.meta.url)),
  });
  const address = `data:text/javascript;base64,${Buffer.from(outputFiles[0]!.contents).toString('base64')}`;
  return (await import(address)) as Record<string, unknown>;
}

/** A copy of a module as it is known to the page, with what is data in it written down. */
async function writeAsData(file: string, name: RegExp): Promise<string> {
  const all = Object.entries(await exportsOf(file));
  const isData = ([key]: [string, unknown]) => name.test(key);
  const rest = all.filter((one) => !isData(one)).map(([key]) => key);
  return [
    ...all
      .filter(isData)
      .map(([key, value]) => `export const ${key} = ${JSON.stringify(value, withoutSchemas)};`),
    ...(rest.length > 0 ? [`export { ${rest.join(', ')} } from ${JSON.stringify(file + asIs)};`] : []),
  ].join('\n');
}

/** Takes routes and shipped methods into the page as data; while developing they stay what they are. */
export function writtenAsData(): Plugin {
  return {
    name: 'written-as-data',
    apply: 'build',
    enforce: 'pre',
    resolveId: (id) => (id.endsWith(asIs) ? { id, moduleSideEffects: false } : null),
    async load(id) {
      if (id.endsWith(asIs))
        return {
          code: readFileSync(id.slice(0, -asIs.length), 'utf8'),
          moduleType: 'ts',
          moduleSideEffects: false,
        };
      const found = written.find(({ file }) => file.test(id));
      if (!found) return null;
      const code = await writeAsData(id, found.name);
      return { code, moduleType: 'js', moduleSideEffects: false, map: { mappings: '' } };
    },
  };
}
