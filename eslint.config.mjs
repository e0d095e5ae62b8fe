import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Imports run one way: web → core ← server. These patterns are what a package may never import. */
const forbid = (why, ...group) => ({ group, message: why });
const intoWeb = forbid(
  'Nothing imports web.',
  '@hedge-lamp/web',
  '@hedge-lamp/web/*',
  '**/packages/web/**',
  '**/web/src/**',
);
const intoServer = forbid(
  'Only the server imports the server.',
  '@hedge-lamp/server',
  '@hedge-lamp/server/*',
  '**/packages/server/**',
  '**/server/src/**',
);
const deepIntoCore = forbid(
  'Import an area of core by its name, for example @hedge-lamp/core/readings.',
  '**/packages/core/**',
  '**/core/src/**',
  '@hedge-lamp/core/*/*',
);
const platform = forbid(
  'Core has no DOM, no Node and no I/O.',
  'node:*',
  'fs',
  'path',
  'vue',
  'vue-router',
  'pinia',
  'fastify',
  'drizzle-orm',
  'better-sqlite3',
  'bootstrap*',
  'chart.js',
);

const noClock = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Core has no clock of its own: take the instant as an argument.',
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Core has no clock of its own: take the instant as an argument.',
  },
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'Core is deterministic: take a seed or a generator as an argument.',
  },
];

export default ts.config(
  {
    ignores: [
      '**/dist/',
      '**/node_modules/',
      'data/',
      '.cache/',
      'packages/server/drizzle/',
      'test-results/',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    // With types: in the pages themselves, whose imports of each other this parser takes for `any`, vue-tsc looks alone.
    files: ['packages/*/src/**/*.ts'],
    extends: [ts.configs.recommendedTypeCheckedOnly],
    languageOptions: { parserOptions: { projectService: true } },
  },
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { ecmaVersion: 2023, sourceType: 'module' },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'vue/multi-word-component-names': 'off' },
  },
  { files: ['packages/web/**'], languageOptions: { globals: globals.browser } },
  {
    files: ['packages/server/**', 'scripts/**', 'e2e/**', '*.mjs', '**/*.config.ts', '**/test/**'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
  {
    files: ['packages/core/src/**'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [intoWeb, intoServer, platform] }],
      'no-restricted-syntax': ['error', ...noClock],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'localStorage',
        'setTimeout',
        'setInterval',
      ],
    },
  },
  {
    files: ['packages/server/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: [intoWeb, deepIntoCore] }] },
  },
  {
    files: ['packages/web/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: [intoServer, deepIntoCore] }] },
  },
  { files: ['**/test/**'], languageOptions: { globals: globals.jest } },
  prettier,
);
