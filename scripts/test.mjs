// npm test: sets up, then lints, checks types, and runs every test. Ends with how many passed.
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/postgres.mjs';
import { runBeside, runToEnd } from './lib/processes.mjs';
import { buildWeb, setUp, startStudio } from './lib/studio.mjs';

const RESULTS = join(ROOT, 'test-results');

setUp(['ffmpeg', 'postgresql', 'espeak-ng', 'chromium']);
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });
// What tests and the studio under test write goes with the run, also where one of them is stopped in the middle.
const scratch = mkdtempSync(join(tmpdir(), 'cruvo-tests-'));
process.env.TMPDIR = scratch;

const problems = [];
const step = (name, args, environment) => {
  console.log(`\n── ${name}`);
  if (runToEnd(args, environment) !== 0) problems.push(name);
};

const tsc = ['node_modules/typescript-native/bin/tsc', '--noEmit'];
const layers = ['node_modules/dependency-cruiser/bin/dependency-cruise.mjs'];
const prettier = ['node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn'];
const checks = [
  ['Lint', ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']],
  ['Format', prettier],
  ['Types', tsc],
  ['Types of the core, alone', [...tsc, '-p', 'packages/core']],
  ['Layers and circles', [...layers, '--config', '.dependency-cruiser.mjs', 'packages', 'apps']],
  ['Licences of packages', ['scripts/notices.mjs', '--check']],
].map(async ([name, args]) => {
  const { status, said } = await runBeside(args);
  console.log(`\n── ${name}\n${said.trimEnd()}`);
  if (status !== 0) problems.push(name);
});
// While the source is checked.
buildWeb();
const studio = await startStudio('test', { port: await freePort(), durable: false });
await Promise.all(checks);

const jestResults = join(RESULTS, 'jest.json');
const browserResults = join(RESULTS, 'browser.json');
step(
  'Unit and API tests',
  [
    ...['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'],
    ...['--json', '--outputFile', jestResults, ...process.argv.slice(2)],
  ],
  { CRUVO_DATABASE_URL: studio.environment.CRUVO_DATABASE_URL },
);
step('Browser tests', ['node_modules/@playwright/test/cli.js', 'test'], {
  CRUVO_ADDRESS: studio.address,
  CRUVO_MAIN_PATHS: '1',
  CRUVO_DATABASE_URL: studio.environment.CRUVO_DATABASE_URL,
  PLAYWRIGHT_JSON_OUTPUT_NAME: browserResults,
});
await studio.stop();
rmSync(scratch, { recursive: true, force: true });

const jest = JSON.parse(readFileSync(jestResults, 'utf8'));
const browser = JSON.parse(readFileSync(browserResults, 'utf8')).stats;
const passed = jest.numPassedTests + browser.expected;
const failed =
  jest.numFailedTests + jest.numRuntimeErrorTestSuites + browser.unexpected + browser.flaky;
if (problems.length > 0) console.log(`\nNot in order: ${problems.join(', ')}.`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(problems.length > 0 || failed > 0 ? 1 : 0);
