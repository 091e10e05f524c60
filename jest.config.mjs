// Packages that ship ES modules only, with those that hold some of them.
const ES_MODULES = [
  'temporal-polyfill',
  'temporal-utils',
  'timezones-ical-library',
  'sanitize-html',
  'htmlparser2',
  'entities',
  'domhandler',
  'domutils',
  'dom-serializer',
  'domelementtype',
  'html-to-text',
  '@selderee',
  'selderee',
  'leac',
  'parseley',
  'peberminta',
  'deepmerge-ts',
  'feed',
];

// Tests run in a sandbox, where looking up a global costs more than most sums: these are handed to every module instead.
const GLOBALS = [
  'Array',
  'Boolean',
  'Error',
  'JSON',
  'Map',
  'Math',
  'Number',
  'Object',
  'Promise',
  'RegExp',
  'Set',
  'String',
  'Symbol',
  'WeakMap',
  'parseInt',
];

const base = {
  testEnvironment: 'node',
  sandboxInjectedGlobals: GLOBALS,
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } }],
    '^.+\\.js$': ['@swc/jest', { jsc: { target: 'es2022' } }],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${ES_MODULES.join('|')})/)`],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@tests/(.*)$': '<rootDir>/tests/$1',
    '^@demo/(.*)$': '<rootDir>/demo/$1',
  },
};

/**
 * `core` has no database, `server` a real SQLite file, `lint` the import directions; `first-commands` does what the README
 * says on a fresh checkout, `e2e` uses the built application.
 */
export default {
  projects: [
    {
      ...base,
      displayName: 'core',
      testMatch: ['<rootDir>/src/{core,contracts,ui}/**/*.test.ts', '<rootDir>/tests/core/**/*.test.ts'],
    },
    {
      ...base,
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts', '<rootDir>/src/server/**/*.test.ts'],
      globalSetup: '<rootDir>/tests/server/setup/global-setup.ts',
      globalTeardown: '<rootDir>/tests/server/setup/global-teardown.ts',
      setupFilesAfterEnv: [
        '<rootDir>/tests/server/setup/no-stacks-of-queries.ts',
        '<rootDir>/tests/server/setup/read-rows.ts',
      ],
    },
    { ...base, displayName: 'lint', testMatch: ['<rootDir>/tests/lint/**/*.test.ts'] },
    {
      ...base,
      displayName: 'first-commands',
      testMatch: ['<rootDir>/tests/first-commands/**/*.test.ts'],
    },
    {
      ...base,
      displayName: 'e2e',
      testMatch: ['<rootDir>/tests/e2e/**/*.e2e.ts'],
      testEnvironment: '<rootDir>/tests/e2e/office-environment.ts',
      globalSetup: '<rootDir>/tests/e2e/global-setup.ts',
      globalTeardown: '<rootDir>/tests/e2e/global-teardown.ts',
    },
  ],
  testSequencer: '<rootDir>/tests/longest-first.cjs',
  testTimeout: 120_000,
};
