import { checkNode, installMissing, run } from './ready.mjs';

/**
 * Twenty thousand random plans of each property, each stepped minute by minute by a simulator that shares nothing with
 * the planner; prints the counts. `npm test` runs fewer of them.
 */
checkNode();
installMissing();
run('node_modules/.bin/jest', ['--selectProjects', 'core', '--testPathPatterns', 'plan-proved'], {
  env: { ...process.env, HEDGE_LAMP_RUNS: process.env.HEDGE_LAMP_RUNS ?? '20000' },
});
