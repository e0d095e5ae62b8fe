import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(__dirname, '../../..');

/** Lints a text as if it stood in a file; the rules it breaks. ESLint is an ES module, so it runs on its own. */
function broken(file: string, text: string): string[] {
  const program = `
    import { ESLint } from 'eslint';
    const [result] = await new ESLint().lintText(${JSON.stringify(text)}, { filePath: ${JSON.stringify(file)} });
    console.log(JSON.stringify(result.messages.map((m) => m.message)));`;
  return JSON.parse(
    execFileSync('node', ['--input-type=module', '-e', program], { cwd: root, encoding: 'utf8' }),
  ) as string[];
}

describe('imports run one way: web → core ← server', () => {
  it.each([
    ['packages/core/src/readings/probe.ts', "import '@hedge-lamp/web/x';", /Nothing imports web/],
    ['packages/core/src/readings/probe.ts', "import '@hedge-lamp/server/x';", /Only the server/],
    ['packages/core/src/readings/probe.ts', "import 'node:fs';", /no DOM, no Node/],
    ['packages/core/src/readings/probe.ts', "import 'vue';", /no DOM, no Node/],
    ['packages/core/src/readings/probe.ts', 'export const t = Date.now();', /no clock of its own/],
    ['packages/server/src/probe.ts', "import '../../web/src/App.vue';", /Nothing imports web/],
    ['packages/web/src/probe.ts', "import '../../server/src/app';", /Only the server/],
    [
      'packages/web/src/probe.ts',
      "import '../../core/src/quantity/units';",
      /Import an area of core by its name/,
    ],
  ])('%s may not hold %s', (file, text, why) => {
    expect(broken(file, text).join('\n')).toMatch(why);
  });

  it('and what is allowed passes', () => {
    expect(broken('packages/web/src/probe.ts', "import '@hedge-lamp/core/quantity';\n")).toEqual([]);
  });
});
