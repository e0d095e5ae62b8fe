import { checkNode, installMissing, run } from './ready.mjs';

/**
 * The lamp's properties on twenty thousand random waters each, and how readable its findings are; prints the counts.
 * `npm test` runs fewer of them.
 */
checkNode();
installMissing();
const runs = process.env.HEDGE_LAMP_RUNS ?? '20000';
run(
  'node_modules/.bin/jest',
  ['--selectProjects', 'core', '--testPathPatterns', 'lamp-properties', 'readability'],
  {
    env: { ...process.env, HEDGE_LAMP_RUNS: runs, HEDGE_LAMP_GRADES: '1' },
  },
);
