import { join } from 'node:path';
import jestConfig from '../../jest.config.mjs';

/**
 * The tests of one area of core, for `npm run mutate`: a fault in an area is to be noticed by the area's own tests. Those that
 * take minutes are left out; they look for something else.
 */
const area = process.env.HEDGE_LAMP_MUTATED ?? '';
const core = join(import.meta.dirname, '../../packages/core');
const long = ['lamp-properties', 'readability', 'coverage', 'photo', 'moved-boxes', 'other-kits'];

export default {
  ...jestConfig.projects.find(({ displayName }) => displayName === 'core'),
  rootDir: core,
  setupFiles: [join(core, 'test/few-examples.ts')],
  testMatch: [`${core}/test/${area}/**/*.test.ts`],
  testPathIgnorePatterns: [`/(?:${long.join('|')})[^/]*\\.test\\.ts$`],
};
