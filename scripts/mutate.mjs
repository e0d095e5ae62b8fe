import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, installMissing, root, run } from './ready.mjs';

/**
 * Puts small faults into an area of core, one by one, and says which of them its tests do not notice.
 *
 *     npm run mutate -- chemistry
 *     npm run mutate -- chemistry/salts
 *     npm run mutate -- chemistry --all
 *
 * With --all also those in what is worked out once as a file is loaded, for which every test has to run. What was tried is
 * remembered in .cache/mutation, so that only what has changed is tried again.
 */
checkNode();
installMissing();
process.chdir(root);
const [place] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const [area, file] = (place ?? '').split('/');
const source = area && `packages/core/src/${area}${file ? `/${file}.ts` : ''}`;
if (!source || !existsSync(source)) {
  console.error('Say which area of core, and perhaps which of its files: npm run mutate -- chemistry/salts');
  process.exit(1);
}
const memory = join(root, '.cache/mutation');
mkdirSync(memory, { recursive: true });
const settings = join(memory, 'settings.json');
writeFileSync(
  settings,
  JSON.stringify({
    testRunner: 'jest',
    jest: { projectType: 'custom', configFile: 'scripts/mutate/jest.config.mjs' },
    mutate: [file ? source : `${source}/**/*.ts`, `!${source}/**/index.ts`, `!${source}/**/routes.ts`],
    coverageAnalysis: 'perTest',
    ignoreStatic: !process.argv.includes('--all'),
    incremental: true,
    incrementalFile: join(memory, `${area}.json`),
    tempDirName: '.cache/mutated',
    ignorePatterns: ['dist', 'docs', 'data', 'e2e', '.cache'],
    disableTypeChecks: false,
    concurrency: 2,
    timeoutMS: 20_000,
    reporters: ['clear-text', 'progress-append-only'],
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  }),
);
run('node_modules/.bin/stryker', ['run', settings], {
  env: { HEDGE_LAMP_RUNS: '12', ...process.env, HEDGE_LAMP_MUTATED: area },
});
