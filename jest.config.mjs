/** The core alone, and what needs a real database (src/data/testing/database.ts reads its address). */
const config = {
  testEnvironment: 'node',
  // Two cores are what it is tried on; of two, Jest itself would use one.
  maxWorkers: 2,
  testSequencer: '<rootDir>/tests/slowFirst.mjs',
  // A sound test is done long before; a busy machine makes none of them fail.
  testTimeout: 120_000,
  roots: ['<rootDir>/src', '<rootDir>/tests'],
  testMatch: ['**/*.test.ts'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@tests/(.*)$': '<rootDir>/tests/$1',
    // Its other build: this one is a module that Jest does not load.
    '^marked$': '<rootDir>/node_modules/marked/lib/marked.umd.js',
  },
  transformIgnorePatterns: ['/node_modules/(?!d3-)'],
  transform: {
    // Our own, and the packages that come as modules only.
    '^.+\\.(?:tsx?|mjs)$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
      },
    ],
  },
};

export default config;
