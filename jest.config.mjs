/** Unit and API tests of all packages. The browser's own tests are in e2e/ and run with Playwright. */
const swc = {
  '^.+\\.m?[tj]s$': [
    '@swc/jest',
    { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } },
  ],
};
/**
 * In the room in which jest runs a test file each of these is looked up anew wherever it is named. Looked up once a file,
 * fitting and searching take a third to a fifth of the time.
 */
const lookedUpOnce = ['Math', 'Object', 'Float64Array'];
/** Some packages of the server and the web declare these themselves. */
const inCoreToo = ['Number', 'Array', 'Infinity'];
const project = (name) => ({
  displayName: name,
  rootDir: `packages/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: swc,
  sandboxInjectedGlobals: name === 'core' ? [...lookedUpOnce, ...inCoreToo] : lookedUpOnce,
  // Packages that ship only ES modules are compiled like our own.
  transformIgnorePatterns: [
    '/node_modules/(?!(culori|@pinia|nostics|@vueuse|p-limit|yocto-queue|p-retry|is-network-error|ml-regression-base|is-any-array|syllable|flesch-kincaid)/)',
  ],
  moduleNameMapper: {
    '^@hedge-lamp/core/(.*)$': '<rootDir>/../core/src/$1/index.ts',
    '^nostics/reporters/dev$': `${import.meta.dirname}/packages/web/test/no-dev-reporter.ts`,
  },
});

export default {
  projects: ['core', 'server', 'web'].map(project),
  // A machine that has just installed everything may stand still for a while.
  testTimeout: 120_000,
};
