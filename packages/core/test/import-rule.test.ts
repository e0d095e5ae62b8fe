import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(__dirname, '../../..');

const cases: [file: string, text: string, why: RegExp | null][] = [
  ['packages/core/src/readings/probe.ts', "import '@hedge-lamp/web/x';\n", /Nothing imports web/],
  ['packages/core/src/readings/probe.ts', "import '@hedge-lamp/server/x';\n", /Only the server/],
  ['packages/core/src/readings/probe.ts', "import 'node:fs';\n", /no DOM, no Node/],
  ['packages/core/src/readings/probe.ts', "import 'vue';\n", /no DOM, no Node/],
  ['packages/core/src/readings/probe.ts', 'export const t = Date.now();\n', /no clock of its own/],
  ['packages/server/src/probe.ts', "import '../../web/src/App.vue';\n", /Nothing imports web/],
  ['packages/web/src/probe.ts', "import '../../server/src/app';\n", /Only the server/],
  [
    'packages/web/src/probe.ts',
    "import '../../core/src/quantity/units';\n",
    /Import an area of core by its name/,
  ],
  ['packages/web/src/probe.ts', "import '@hedge-lamp/core/quantity';\n", null],
];

/** Lints each text as if it stood in its file. ESLint is an ES module, so it runs in a process of its own. */
function messages(): string[][] {
  const program = `
    import { ESLint } from 'eslint';
    import ts from 'typescript-eslint';
    // The files are made up, so there are no types to look up.
    const eslint = new ESLint({ overrideConfig: [{ files: ['**/*.ts'], ...ts.configs.disableTypeChecked }] });
    const answers = [];
    for (const [filePath, text] of ${JSON.stringify(cases)}) {
      const [result] = await eslint.lintText(text, { filePath });
      answers.push(result.messages.map((m) => m.message));
    }
    console.log(JSON.stringify(answers));`;
  const answer = execFileSync('node', ['--input-type=module', '-e', program], {
    cwd: root,
    encoding: 'utf8',
  });
  return JSON.parse(answer) as string[][];
}

describe('imports run one way: web → core ← server', () => {
  let answers: string[][];
  beforeAll(() => {
    answers = messages();
  }, 60_000);

  it.each(cases.map(([file, text, why], k) => [file, text.trim(), why, k] as const))(
    '%s holding %s is judged right',
    (_file, _text, why, k) => {
      if (why) expect(answers[k]!.join('\n')).toMatch(why);
      else expect(answers[k]).toEqual([]);
    },
  );
});
