/**
 * Small changes to the code that no test notices. `./immulgo mutants [PATH]` runs it (docs/architecture.md, “How it is tried”);
 * MUTANTS_OF is what is changed, MUTANTS_BY the folder of the tests that ought to notice.
 */
const of = process.env.MUTANTS_OF ?? 'src/core';
const by = process.env.MUTANTS_BY ?? 'src/core';

const config = {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: {
    config: { roots: [`<rootDir>/${by}`] },
    configFile: 'jest.config.mjs',
    enableFindRelatedTests: true,
  },
  coverageAnalysis: 'perTest',
  mutate: [/\.ts$/.test(of) ? of : `${of}/**/*.ts`, '!**/*.test.ts', '!**/testing/**', '!**/*.d.ts'],
  // What is said is looked at by people; a changed letter in a sentence hurts nobody.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.immulgo', '.next', 'docs/screenshots'],
  incremental: true,
  incrementalFile: `.immulgo/mutants/${of.replaceAll('/', '-')}.json`,
  tempDirName: '.immulgo/mutants/sandbox',
  reporters: ['clear-text', 'progress', 'json'],
  jsonReporter: { fileName: `.immulgo/mutants/${of.replaceAll('/', '-')}.report.json` },
  clearTextReporter: { allowColor: false, reportTests: false },
  concurrency: 2,
  timeoutMS: 20_000,
  thresholds: { high: 90, low: 85, break: 85 },
};

export default config;
