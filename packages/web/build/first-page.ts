import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Plugin, Rollup } from 'vite';
import { exportsOf } from './written-as-data.ts';

const inWeb = (path: string) => fileURLToPath(new URL(`../${path}`, import.meta.url));

interface Place {
  readonly path: string;
  readonly name: string;
  /** The file of its page, from src. */
  readonly page: string;
}

/** The places of the router, as it is written. */
export function placesOf(router: string): Place[] {
  const place =
    /path: '(?<path>[^']+)',\s*name: '(?<name>[^']+)',\s*component: \(\) => import\('\.\/(?<page>[^']+)'\)/g;
  return [...router.matchAll(place)].map(({ groups }) => ({
    path: groups!.path!,
    name: groups!.name!,
    page: groups!.page!,
  }));
}

/** An address of the router as an expression of which the first group is the water. */
export const expressionOf = (path: string): string =>
  `^${path
    .replace(/\/:waterId/, '/([^/]+)')
    .replace(/\/:\w+\?/g, '(?:/[^/]+)?')
    .replace(/\/:\w+/g, '/[^/]+')}/?$`;

/** The script files that a page needs beside those that the document itself asks for. */
function filesOf(page: string, bundle: Rollup.OutputBundle, known: ReadonlySet<string>): string[] {
  const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
  const entry = chunks.find(
    (chunk) => chunk.isDynamicEntry && chunk.facadeModuleId?.split('?')[0]?.endsWith(`/src/${page}`),
  );
  const found = new Set<string>();
  const add = (name: string): void => {
    if (found.has(name) || known.has(name)) return;
    found.add(name);
    const chunk = bundle[name];
    if (chunk?.type === 'chunk') chunk.imports.forEach(add);
  };
  if (entry) add(entry.fileName);
  return [...found];
}

/** What the script in the page knows: each place with the numbers of its files, and what it asks. */
interface Table {
  readonly files: readonly string[];
  readonly always: readonly string[];
  readonly places: readonly (readonly [
    expression: string,
    files: readonly number[],
    asks: readonly string[],
  ])[];
}

/**
 * Runs in the page before any other script is there. Fetches the files of the page that is opened, and asks the first
 * questions; `wire/early-answers.ts` takes the answers.
 */
function begin({ files, always, places }: Table): void {
  const early = new Map<string, Promise<Response>>();
  Object.assign(window, { hedgeLampEarly: early });
  const ask = (path: string) => {
    const answer = fetch(path, {
      headers: { 'hedge-lamp-clock': String(Date.now()) },
      // A server that hangs is given up as by any other question.
      signal: AbortSignal.timeout(15_000),
    });
    // Whoever takes it asks anew.
    answer.catch(() => undefined);
    early.set(path, answer);
  };
  for (const [expression, needed, asks] of places) {
    const found = new RegExp(expression).exec(location.pathname);
    if (!found) continue;
    for (const file of needed) {
      const link = document.createElement('link');
      link.rel = 'modulepreload';
      link.href = `/${files[file]!}`;
      document.head.append(link);
    }
    const day = 86_400_000;
    const yearBefore = (Math.floor(Date.now() / day) - 366) * day;
    for (const path of asks)
      ask(path.replace(':id', found[1] ?? '').replace(':yearBefore', String(yearBefore)));
    break;
  }
  always.forEach(ask);
}

interface FirstQuestions {
  readonly always: readonly string[];
  readonly of: Readonly<Record<string, readonly string[]>>;
}

/**
 * What the document asks for by a script of a few words, it says itself: a question less. The bundler has another file ask
 * for that script too, only to come after it. Where something is taken from it, it stays a file.
 */
function withEntryInside(html: string, bundle: Rollup.OutputBundle): string {
  const asked = /<script type="module"[^>]* src="\/(?<file>assets\/[^"]+)"><\/script>/.exec(html);
  const file = asked?.groups?.file ?? '';
  const entry = bundle[file];
  if (!asked || entry?.type !== 'chunk') return html;
  const name = file.replace('assets/', '');
  const afterIt = `import"./${name}";`;
  const others = Object.values(bundle).filter(
    (other): other is Rollup.OutputChunk => other.type === 'chunk' && other !== entry,
  );
  // As long as before, so that the maps stay true.
  const without = (code: string) => code.replace(afterIt, ' '.repeat(afterIt.length));
  if (others.some(({ code }) => without(code).includes(name))) return html;
  for (const chunk of others) chunk.code = without(chunk.code);
  const text = entry.code
    .replace(/^\/\/# sourceMappingURL=.*$/m, '')
    .replaceAll(/(?<=from\s*"|import\s*")\.\//g, '/assets/')
    .trim();
  delete bundle[file];
  delete bundle[`${file}.map`];
  return html
    .replace(`<link rel="modulepreload" crossorigin href="/${file}">`, '')
    .replace(asked[0], () => `<script type="module">${text}</script>`);
}

/** The sign in the browser's tab, within the document for the same reason. */
function withSignInside(html: string): string {
  const sign = readFileSync(inWeb('public/lamp.svg'), 'utf8').trim();
  return html.replace('href="/lamp.svg"', `href="data:image/svg+xml,${encodeURIComponent(sign)}"`);
}

/** Writes into the document a script that has the first page begin at once. */
export function firstPage(): Plugin {
  return {
    name: 'first-page',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      async handler(html, { bundle }) {
        if (!bundle) return html;
        const known = new Set(
          [...html.matchAll(/(?:src|href)="\/(?<file>assets\/[^"]+)"/g)].map((m) => m.groups!.file!),
        );
        const { firstQuestions } = (await exportsOf(inWeb('src/wire/first-questions.ts'))) as {
          firstQuestions: FirstQuestions;
        };
        const places = placesOf(readFileSync(inWeb('src/router.ts'), 'utf8')).map(({ path, name, page }) => ({
          expression: expressionOf(path),
          files: filesOf(page, bundle, known),
          asks: firstQuestions.of[name] ?? [],
        }));
        const files = [...new Set(places.flatMap((place) => place.files))];
        const table: Table = {
          files,
          always: firstQuestions.always,
          places: places
            .filter((place) => place.files.length > 0)
            .map((place) => [place.expression, place.files.map((file) => files.indexOf(file)), place.asks]),
        };
        // Nothing that is written there may end the script.
        const text = JSON.stringify(table).replaceAll('<', '\\u003c');
        const release = createHash('sha256')
          .update([html, text, ...Object.keys(bundle).sort()].join())
          .digest('hex')
          .slice(0, 16);
        return {
          html: withSignInside(withEntryInside(html, bundle)),
          tags: [
            { tag: 'meta', attrs: { name: 'release', content: release }, injectTo: 'head' as const },
            { tag: 'script', children: `(${begin.toString()})(${text})`, injectTo: 'head-prepend' as const },
          ],
        };
      },
    },
  };
}
