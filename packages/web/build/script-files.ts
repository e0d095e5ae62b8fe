import { type Plugin, type Rollup, type InlineConfig, build, mergeConfig } from 'vite';
import { type Entry, type Piece, joinedFiles } from './joined-files.ts';

/** Pages that are opened again and again, at a tank and in a hurry. */
const oftenOpened = /\/(WatersPage|TodayPage|BenchPage|LogPage|TracePage|CyclePage|WorktopPage)\.vue$/;
/** Any other page. A part of a page that comes later is waited for by nobody. */
const weightOf = (module: string): number =>
  oftenOpened.test(module) ? 4 : /Page\.vue$/.test(module) ? 1 : 0.5;

/** The script that the page itself asks for; it stays what it is, so that it can be told from the others. */
const startsAll = /\/src\/main\.ts$/;

/** Rolldown's own few lines, which it puts where it likes. */
const isOwn = (module: string) => module.includes('rolldown/runtime');

/** Styles ask for no script. */
const withoutStyles: Plugin = {
  name: 'without-styles',
  enforce: 'pre',
  load: (id) => (/\.(?:css|scss)$|[?&]type=style/.test(id) ? '' : null),
};

/** Every module in a file of its own, as nobody should fetch it: to learn what asks for what once all unused is gone. */
async function finestFiles(config: InlineConfig): Promise<Rollup.OutputChunk[]> {
  const finest: InlineConfig = {
    configFile: false,
    logLevel: 'error',
    plugins: [withoutStyles],
    build: {
      write: false,
      sourcemap: false,
      minify: false,
      cssMinify: false,
      rolldownOptions: {
        output: {
          codeSplitting: {
            includeDependenciesRecursively: false,
            groups: [{ name: (module) => (startsAll.test(module) ? null : `m-${module}`) }],
          },
        },
      },
    },
  };
  const made = await build(mergeConfig(config, finest));
  if (!('output' in made)) throw new Error('The first pass of the build made no files.');
  return made.output.filter((file) => file.type === 'chunk');
}

/**
 * The file of each module, for the build that is shipped.
 * @param config of that build
 */
export async function scriptFiles(config: InlineConfig): Promise<(module: string) => string | null> {
  const chunks = await finestFiles(config);
  const pieces = new Map<string, Piece>(
    chunks.map((chunk) => [
      chunk.fileName,
      { id: chunk.fileName, bytes: chunk.code.length, imports: chunk.imports },
    ]),
  );
  const asked = new Set(chunks.flatMap((chunk) => chunk.dynamicImports));
  const entries: Entry[] = chunks
    .filter((chunk) => chunk.isEntry || asked.has(chunk.fileName))
    .sort((a, b) => Number(b.isEntry) - Number(a.isEntry))
    .map((chunk) => ({ id: chunk.fileName, weight: weightOf(chunk.moduleIds.at(-1) ?? '') }));
  const modulesOf = new Map(chunks.map((chunk) => [chunk.fileName, chunk.moduleIds]));
  const fileOf = new Map(
    joinedFiles(entries, pieces)
      // What one page alone asks for the bundler puts into that page's own file.
      .filter(({ isOfOneEntry }) => !isOfOneEntry)
      .flatMap(({ pieces: joined }, k) =>
        joined
          .flatMap((piece) => modulesOf.get(piece) ?? [])
          .map((module): [string, string] => [module, `part-${k}`]),
      ),
  );
  return (module) => (isOwn(module) || startsAll.test(module) ? null : (fileOf.get(module) ?? null));
}
