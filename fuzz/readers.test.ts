import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { testFolder, write } from '@cruvo/media/testing';
import { fuzzCase } from './cases';
import { Opener } from './opener';

const CASES = 40;
/** Anything but the same cases each time would fail by chance for somebody else’s change. */
const FIRST = 1;

const opener = new Opener();
afterAll(() => opener.close());

it(`answers ${CASES} changed files with what they are, or with a sentence, and leaves nothing else`, async () => {
  const folder = testFolder();
  const outcomes = new Map<string, number>();
  for (let number = FIRST; number < FIRST + CASES; number++) {
    const { name, kind, bytes } = fuzzCase(number);
    const results = join(folder, 'results');
    mkdirSync(results);
    const task = { kind, name, path: write(folder, 'source', bytes), folder: results };
    const outcome = await opener.open(task);
    expect([number, name, outcome.kind]).toEqual([number, name, 'answered']);
    if (outcome.kind !== 'answered') return;
    const { report } = outcome;
    if ('problem' in report) {
      expect([number, report.problem.detail]).toEqual([
        number,
        expect.stringMatching(/^[A-Z“][^]*[.]$/),
      ]);
      expect(report.problem.detail).not.toMatch(/undefined|\bNaN\b|Error:|\/tmp\//);
    }
    const kept = 'kept' in report ? report.kept.map(({ file }) => file) : [];
    const files = 'kept' in report ? readdirSync(results) : [];
    expect(files.sort()).toEqual(kept.filter((file) => file !== 'source').sort());
    rmSync(results, { recursive: true });
    const what = 'problem' in report ? 'refused' : 'taken';
    outcomes.set(what, (outcomes.get(what) ?? 0) + 1);
  }
  // Changes that broke everything, or nothing, would find nothing.
  expect(outcomes.get('refused')).toBeGreaterThan(CASES / 5);
  expect(outcomes.get('taken')).toBeGreaterThan(CASES / 10);
}, 300_000);
