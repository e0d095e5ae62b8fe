import { readFileSync } from 'node:fs';
import { type Plugin, transformWithOxc } from 'vite';
import { type Part, partSchemas } from './part-schemas.ts';

const partOf = /^(?<file>.*\/core\/src\/.*\.ts)\?(?<part>facts|schemas)$/;

/** As the bundler takes a module of core: it does nothing when it is loaded but make what it exports. */
const asModule = (code: string) => ({
  code,
  moduleType: 'js' as const,
  moduleSideEffects: false,
  map: { mappings: '' },
});

async function inJavaScript(file: string): Promise<string> {
  const { code } = await transformWithOxc(readFileSync(file, 'utf8'), file, { sourcemap: false });
  return code;
}

/** Parts every module of core that mixes schemas with facts; while developing they stay whole. */
export function schemasApart(): Plugin {
  return {
    name: 'schemas-apart',
    apply: 'build',
    enforce: 'pre',
    resolveId: (id) => (partOf.test(id) ? { id, moduleSideEffects: false } : null),
    async load(id) {
      const part = partOf.exec(id)?.groups;
      const file = part ? part.file! : /\/core\/src\/[^?]*\.ts$/.test(id) ? id : null;
      if (!file) return null;
      const parted = partSchemas(await inJavaScript(file), file);
      if (!parted) return null;
      return asModule(part ? parted[part.part as Part] : parted.whole);
    },
  };
}
