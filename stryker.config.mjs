// Mutation testing of one area, which `npm run mutants` names in CRUVO_MUTANTS.
import { AREAS, GATHERED } from './scripts/lib/mutantAreas.mjs';

const area = process.env.CRUVO_MUTANTS ?? 'mouth';
const { sources } = AREAS[area];

export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: {
    configFile: 'jest.unit.config.mjs',
    // It loads environments itself, and finds them by the names of packages alone.
    config: { testEnvironment: 'node', testMatch: [`<rootDir>/${GATHERED}`] },
  },
  coverageAnalysis: 'perTest',
  // Constants are set before any test begins: each would need every test to run anew.
  ignoreStatic: true,
  // Wording is read by people, not checked by tests.
  mutator: { excludedMutations: ['StringLiteral'] },
  mutate: [...sources, '!**/*.test.ts', '!**/*.test.tsx'],
  ignorePatterns: ['.data', '.git', 'demo', 'training', 'dist', 'test-results', 'docs/screenshots'],
  tempDirName: `.data/mutants/${area}`,
  reporters: ['progress-append-only', 'clear-text', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false, logTests: false },
  // Long enough that a test on a machine that is busy with other things isn't taken for one that never ends.
  timeoutMS: 20_000,
  // What was found of code that hasn't changed since is not found again.
  incremental: true,
  incrementalFile: `.data/mutants/${area}-incremental.json`,
  jsonReporter: { fileName: `.data/mutants/${area}-report.json` },
};
