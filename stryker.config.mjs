/** Single changes to the code that a test should notice. `./zinc mutate [FOLDER …]` runs it; it is not part of `./zinc test`. */
export const mutatedFolders = [
  'core/record',
  'core/ledger',
  'core/leaktest',
  'core/hold',
  'core/readings',
  'core/fuel',
  'core/gas',
  'core/circuit',
  'core/complaint',
  'core/repair',
  'core/practice',
  'shared',
]

/** Tests that simulate hundreds of holds or circuits take too long to be run for each change; what they hold is held by quicker ones too. */
const tooSlow = ['holdPromises', 'isolate', 'suspects', 'planHold', 'readingsCsvProperties']

export default {
  testRunner: 'jest',
  jest: {
    configFile: 'jest.config.mjs',
    config: {
      testMatch: ['<rootDir>/{core,shared}/**/*.test.ts'],
      testPathIgnorePatterns: tooSlow.map(name => `${name}.test.ts$`),
    },
  },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  // What is worked out once as a file is loaded is the same for all tests, and would want all of them run for each change.
  ignoreStatic: true,
  timeoutMS: 10_000,
  // A changed word in a sentence is for a reader to notice, not for a test.
  mutator: { excludedMutations: ['StringLiteral'] },
  mutate: mutatedFolders.flatMap(folder => [
    `${folder}/**/*.ts`,
    `!${folder}/**/*.test.ts`,
    `!${folder}/**/*.fixture.ts`,
    `!${folder}/**/*.d.ts`,
  ]),
  reporters: ['clear-text', 'json'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  jsonReporter: { fileName: 'mutation/report.json' },
  tempDirName: 'mutation/sandbox',
  ignorePatterns: ['.nuxt', '.output', 'test-results', 'playwright-report'],
}
