import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildStale, checkNode, installMissing, root } from './ready.mjs';
import { chromium } from './chromium.mjs';

/** From a fresh clone: installs, then format, lint, types, unit and API tests, browser tests; one line of counts at the end. */
checkNode();
installMissing();
const cache = join(root, '.cache');
mkdirSync(cache, { recursive: true });

let [passed, failed] = [0, 0];
const bin = (name) => join(root, 'node_modules/.bin', name);
const spawn = (program, args, env = {}) =>
  spawnSync(program, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  }).status === 0;

function count(good) {
  if (good) passed += 1;
  else failed += 1;
}

/** A check that passes or fails as a whole. */
function check(name, program, args) {
  console.log(`\n— ${name}`);
  const good = spawn(program, args);
  if (!good) console.log(`${name}: failed`);
  count(good);
}

/** A suite that reports its own counts into a file; a suite without a report counts as one failure. */
function suite(name, program, args, report, read, env) {
  console.log(`\n— ${name}`);
  rmSync(report, { force: true });
  const good = spawn(program, args, env);
  const counts = existsSync(report)
    ? read(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 1 };
  passed += counts.passed;
  // A suite that ends badly without naming a test (a broken set-up) is a failure too.
  failed += counts.failed === 0 && (!good || counts.passed === 0) ? 1 : counts.failed;
}

check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
check('lint', bin('eslint'), ['.']);
check('rooms', process.execPath, ['scripts/rooms.mjs']);
check('nothing unused', bin('knip'), ['--no-progress', '--no-config-hints']);
for (const [name, tool] of [
  ['packages/core', 'tsc'],
  ['packages/server', 'tsc'],
  ['packages/web', 'vue-tsc'],
  ['e2e', 'tsc'],
])
  check(`types of ${name}`, bin(tool), ['--noEmit', '-p', name]);

console.log('\n— build');
buildStale();

const unitReport = join(cache, 'unit-tests.json');
suite(
  'unit and API tests',
  bin('jest'),
  ['--json', `--outputFile=${unitReport}`, '--silent'],
  unitReport,
  (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  }),
);

const browser = chromium();
const browserReport = join(cache, 'browser-tests.json');
if (browser)
  suite(
    'browser tests',
    bin('playwright'),
    ['test'],
    browserReport,
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
    { HEDGE_LAMP_CHROMIUM: browser },
  );
else count(false);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
