// npm run mutants [-- AREA…]: breaks the code in thousands of places, one at a time, and counts how often a unit test
// notices. The scores go into docs/BENCHMARKS.md.
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { AREAS, GATHERED } from './lib/mutantAreas.mjs';
import { checkNode, fail, installNpmPackages, readJson } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { runToEnd } from './lib/processes.mjs';

const WANTED = 75;
const SCORES = join(ROOT, 'bench/mutants.json');

checkNode();
installNpmPackages();
const named = process.argv.slice(2);
const unknown = named.filter((area) => !Object.hasOwn(AREAS, area));
if (unknown.length > 0) {
  fail(
    `There is no area called ${unknown.join(', ')}. There are: ${Object.keys(AREAS).join(', ')}.`,
  );
}

/** How the mutants of an area fared: noticed (also by never ending), survived, or reached by no test. */
function fates(area) {
  const report = join(ROOT, `.data/mutants/${area}-report.json`);
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  const mutants = Object.values(files).flatMap((file) => file.mutants);
  const count = (...states) => mutants.filter(({ status }) => states.includes(status)).length;
  return {
    noticed: count('Killed', 'Timeout'),
    survived: count('Survived'),
    reached: count('Killed', 'Timeout', 'Survived'),
    unreached: count('NoCoverage'),
  };
}

/** What chance finds, it finds soon, or it is not counted: all tests of a line run again for each mutant of it. */
const FEWER_RUNS = `import fc from 'fast-check';\nfc.configureGlobal({ numRuns: 25 });\n`;

/** Writes one test file that holds all tests of an area: they share their modules, which are loaded anew for each mutant. */
function gatherTests(area) {
  const target = join(ROOT, GATHERED);
  const files = AREAS[area].tests.flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true })
      .filter((name) => name.endsWith('.test.ts'))
      .map((name) => relative(dirname(target), join(ROOT, folder, name))),
  );
  mkdirSync(dirname(target), { recursive: true });
  writeFileSync(
    target,
    FEWER_RUNS + files.map((file) => `import './${file.slice(0, -3)}';\n`).join(''),
  );
}

const score = ({ noticed, reached, unreached }) => (100 * noticed) / (reached + unreached);
const line = (name, found) =>
  `| ${name} | ${found.noticed} | ${found.survived} | ${found.unreached} | ${score(found).toFixed(1)} % |`;

/** The scores of all areas, as they were measured last. */
function table(scores) {
  const areas = Object.keys(AREAS);
  const rows = areas.map((area) =>
    scores[area] ? line(area, scores[area]) : `| ${area} | | | | not measured yet |`,
  );
  const whole = areas.every((area) => scores[area])
    ? [line('all', areas.map((area) => scores[area]).reduce(together))]
    : [];
  return [
    'Expressions and statements are broken one at a time; the share of those that make a unit test fail or never end. Constants that are set once when a file is loaded, and texts, are left out.',
    '',
    `| area | noticed | survived | reached by no test | score (wanted: ${WANTED} %) |`,
    '| --- | --- | --- | --- | --- |',
    ...rows,
    ...whole,
  ].join('\n');
}

function together(one, other) {
  return Object.fromEntries(Object.keys(one).map((key) => [key, one[key] + other[key]]));
}

/** Puts the scores where the next benchmarks find them, and into those that are written. */
function publish(text) {
  writeFileSync(join(ROOT, 'bench/MUTANTS.md'), `${text}\n`);
  const path = join(ROOT, 'docs/BENCHMARKS.md');
  const section = /(## How often tests notice\n\n[^\n]*\n\n)[^]*?(\n\n## )/;
  const before = readFileSync(path, 'utf8');
  writeFileSync(
    path,
    before.replace(section, (_, head, next) => `${head}${text}${next}`),
  );
}

const scores = readJson(SCORES) ?? {};
const run = named.length > 0 ? named : Object.keys(AREAS);
for (const area of run) {
  gatherTests(area);
  const status = runToEnd(['node_modules/@stryker-mutator/core/bin/stryker.js', 'run'], {
    CRUVO_MUTANTS: area,
  });
  if (status !== 0) fail(`The mutants of ${area} could not be tested. See the messages above.`);
  scores[area] = fates(area);
  writeFileSync(SCORES, `${JSON.stringify(scores, null, 2)}\n`);
  publish(table(scores));
}
rmSync(join(ROOT, dirname(GATHERED)), { recursive: true });
console.log(`\n${table(scores)}`);
process.exit(run.every((area) => score(scores[area]) >= WANTED) ? 0 : 1);
