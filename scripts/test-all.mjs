import { spawn, spawnSync } from 'node:child_process';
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
const run = (program, args, env = {}) =>
  spawnSync(program, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  }).status === 0;

function count(good) {
  if (good) passed += 1;
  else failed += 1;
}

/** Says how long a part took: whoever wants it quicker looks here first. */
const began = Date.now();
let last = began;
function tookUntilNow(name) {
  const now = Date.now();
  console.log(`(${name}: ${Math.round((now - last) / 1000)} s)`);
  last = now;
}

/** A check that passes or fails as a whole; what it says is shown when it is done. */
const check = ([name, program, ...args]) =>
  new Promise((resolve) => {
    const from = Date.now();
    const child = spawn(program, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.once('close', (code) => {
      console.log(`\n— ${name} (${Math.round((Date.now() - from) / 1000)} s)`);
      if (said.trim()) console.log(said.trimEnd());
      if (code !== 0) console.log(`${name}: failed`);
      count(code === 0);
      resolve();
    });
  });

/** Two at once: each keeps one processor busy. */
async function checks(list) {
  const left = [...list];
  const next = async () => {
    for (let one = left.shift(); one; one = left.shift()) await check(one);
  };
  await Promise.all([next(), next()]);
}

/** A suite that reports its own counts into a file; a suite without a report counts as one failure. */
function suite(name, program, args, report, read, env) {
  console.log(`\n— ${name}`);
  rmSync(report, { force: true });
  const good = run(program, args, env);
  tookUntilNow(name);
  const counts = existsSync(report)
    ? read(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 1 };
  passed += counts.passed;
  // A suite that ends badly without naming a test (a broken set-up) is a failure too.
  failed += counts.failed === 0 && (!good || counts.passed === 0) ? 1 : counts.failed;
}

await checks([
  ['lint', bin('eslint'), '.'],
  ['nothing unused', bin('knip'), '--no-progress', '--no-config-hints'],
  ...[
    ['packages/web', 'vue-tsc'],
    ['packages/server', 'tsc'],
    ['packages/core', 'tsc'],
    ['e2e', 'tsc'],
  ].map(([name, tool]) => [`types of ${name}`, bin(tool), '--noEmit', '-p', name]),
  ['format', bin('prettier'), '--check', '--log-level', 'warn', '.'],
  ['rooms', process.execPath, 'scripts/rooms.mjs'],
  ['papers', process.execPath, 'scripts/papers.mjs'],
]);
tookUntilNow('checks');

console.log('\n— build');
buildStale();
tookUntilNow('build');

const unitReport = join(cache, 'unit-tests.json');
suite(
  'unit and API tests',
  bin('jest'),
  ['--json', `--outputFile=${unitReport}`, '--silent', '--maxWorkers=100%'],
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

console.log(`\n(all: ${Math.round((Date.now() - began) / 1000)} s)`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
