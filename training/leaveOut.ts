/**
 * How a voice is heard that the model never heard: trains small models without some speakers, and scores them on
 * just these. Writes a table.
 *
 *   leaveOut.ts SPEECH_FOLDER WORK_FOLDER OUTPUT.md [--steps 1000]
 *
 * WORK_FOLDER is what `make` filled. The models get fewer steps than the one that ships, so that its figures are
 * higher; it is the rows that compare. Models that WORK_FOLDER has already are not made again.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';

type Measures = Record<string, Record<string, Record<string, number | null>>>;

const OTHERS = ['letters-', 'potato-', 'channel-'];
/** Where Debian's package fortunes keeps its texts. */
const TEXTS = '/usr/share/games/fortunes';
const FOLDS = [
  { name: 'nobody', without: [], tested: ['never'] },
  { name: 'allison', without: ['allison'], tested: ['left out allison', 'never'] },
  {
    name: 'readers of letters and words',
    without: OTHERS,
    tested: ['left out letters', 'left out potato'],
  },
  { name: 'queen-*', without: ['queen-'], tested: ['left out queen', 'never'] },
] as const;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { steps: { type: 'string', default: '1000' } },
});
const [speech, work, output] = positionals as [string, string, string];
const here = import.meta.dirname;
const python = (script: string, ...args: readonly string[]) =>
  execFileSync('/usr/bin/python3', [path.join(here, script), ...args], { stdio: 'inherit' });

const typescript = (script: string, ...args: readonly string[]) =>
  execFileSync('npx', ['tsx', path.join(here, script), ...args], { stdio: 'inherit' });

const rows: string[] = [];
for (const [at, { name, without, tested }] of FOLDS.entries()) {
  const trained = path.join(work, `left-out-${at}.pt`);
  const weights = path.join(work, `left-out-${at}.safetensors.gz`);
  const phonotactics = path.join(work, `left-out-${at}-phonotactics.json`);
  const measures = path.join(work, `left-out-${at}.json`);
  if (!existsSync(measures)) {
    const leaving = without.length > 0 ? ['--without', ...without] : [];
    const steps = ['--steps', values.steps, '--report', values.steps];
    python(
      ...['train.py', speech, `${work}/synthetic`, trained, '--layouts', 'whole'],
      ...[...steps, ...leaving],
    );
    typescript(
      ...['phonotactics.ts', speech, `${work}/synthetic`, TEXTS, phonotactics],
      ...['--without', without.join(',')],
    );
    python(
      ...['export.py', speech, `${work}/synthetic`, phonotactics],
      ...[weights, trained, `${work}/live.pt`],
    );
    const ask = ['--ways', 'voice,script', '--groups', tested.join(','), '--measures', measures];
    typescript('evaluate.ts', weights, work, ...ask);
  }
  const { voice, script } = JSON.parse(readFileSync(measures, 'utf8')) as Measures;
  for (const group of tested) {
    const cells = [voice!, script!].flatMap((way) => {
      const { frame, tol20, bilR, bilP } = pooled(way, group);
      return [`${shown(frame, 1)} / ${shown(tol20, 1)}`, `${shown(bilR, 0)} / ${shown(bilP, 0)}`];
    });
    rows.push(`| ${name} | ${group.replace('left out ', '')} | ${cells.join(' | ')} |`);
  }
}
writeFileSync(
  output,
  [
    `Models of ${values.steps} steps (the one that ships has more), made without the speakers named first and scored on the speakers named second. Frames right and right within 20 ms; closures p b m, recall and precision; in percent.`,
    '',
    '| left out | scored on | voice alone | closures | with script | closures |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n'),
);

/** A share in percent; nothing where it was not defined. */
function shown(value: number | null | undefined, digits: number): string {
  return typeof value === 'number' ? value.toFixed(digits) : '–';
}

/** The measures of all groups that begin alike, each weighing as much as it has seconds. */
function pooled(way: Measures[string], beginning: string): Record<string, number | null> {
  const groups = Object.entries(way).filter(([group]) => group.startsWith(beginning));
  const mean = (measure: string) => {
    const known = groups.filter(([, measures]) => typeof measures[measure] === 'number');
    const seconds = known.reduce((sum, [, measures]) => sum + measures['seconds']!, 0);
    const sum = known.reduce(
      (total, [, measures]) => total + measures[measure]! * measures['seconds']!,
      0,
    );
    return seconds > 0 ? sum / seconds : null;
  };
  return Object.fromEntries(['frame', 'tol20', 'bilR', 'bilP'].map((name) => [name, mean(name)]));
}
