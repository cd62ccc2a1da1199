import { readdirSync, readFileSync } from 'node:fs';

/**
 * Small changes to the code that no test notices. `./immulgo mutants [PATH]` runs it (docs/architecture.md, “How it is tried”);
 * MUTANTS_OF is what is changed, MUTANTS_BY the folder of the tests that ought to notice,
 * MUTANTS_SAMPLE how many stretches of a dozen lines are drawn from it (all of it, when unset), MUTANTS_SEED which ones.
 */
const of = process.env.MUTANTS_OF ?? 'src/core';
const by = process.env.MUTANTS_BY ?? 'src/core';
const sample = Number(process.env.MUTANTS_SAMPLE ?? 0);

/** Stretches of a dozen lines, drawn by Park and Miller's generator, so that the same seed names the same ones. */
function stretches(count) {
  const files = readdirSync(of, { recursive: true })
    .map((file) => `${of}/${file}`)
    .filter((file) => /\.ts$/.test(file) && !/\.test\.ts$|\/testing\/|\.d\.ts$/.test(file));
  const lines = files.sort().map((file) => readFileSync(file, 'utf8').split('\n').length);
  const all = files.flatMap((file, of) =>
    Array.from(
      { length: Math.ceil(lines[of] / 12) },
      (_, at) => `${file}:${at * 12 + 1}-${Math.min(lines[of], at * 12 + 12)}`,
    ),
  );
  let state = Number(process.env.MUTANTS_SEED ?? 1);
  const draw = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  draw();
  return Array.from(
    { length: Math.min(count, all.length) },
    () => all.splice(Math.floor(draw() * all.length), 1)[0],
  );
}

const whole = [/\.ts$/.test(of) ? of : `${of}/**/*.ts`, '!**/*.test.ts', '!**/testing/**', '!**/*.d.ts'];
const kept = `.immulgo/mutants/${of.replaceAll('/', '-')}${sample ? '.sample' : ''}`;

const config = {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: {
    config: { roots: [`<rootDir>/${by}`] },
    configFile: 'jest.config.mjs',
    // All of the folder’s: which of them reach a file through other rooms is not known to who looks into this one alone.
    enableFindRelatedTests: false,
  },
  coverageAnalysis: 'perTest',
  mutate: sample ? stretches(sample) : whole,
  // What is said is looked at by people; a changed letter in a sentence hurts nobody.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.immulgo', '.next', 'docs/screenshots'],
  incremental: !sample,
  incrementalFile: `${kept}.json`,
  tempDirName: '.immulgo/mutants/sandbox',
  reporters: ['clear-text', 'progress', 'json'],
  jsonReporter: { fileName: `${kept}.report.json` },
  clearTextReporter: { allowColor: false, reportTests: false },
  concurrency: 2,
  timeoutMS: 20_000,
  thresholds: { high: 90, low: 85, break: 85 },
};

export default config;
