// Runs the parts that are named, or all of them; all of them together write docs/BENCHMARKS.md.
import { readFileSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { artwork } from './parts/artwork';
import { bodies } from './parts/bodies';
import { deliver } from './parts/deliver';
import { editing } from './parts/editing';
import { falling } from './parts/falling';
import { film } from './parts/film';
import { hearing } from './parts/hearing';
import { frame } from './parts/painting';
import { life } from './parts/life';
import { perform } from './parts/perform';
import { replacing } from './parts/replacing';
import { studio } from './parts/studio';
import { synchrony } from './parts/synchrony';
import { timeline } from './parts/timeline';
import type { Report } from './report';

const PARTS: Readonly<Record<string, () => Promise<Report>>> = {
  hearing,
  film,
  frame,
  bodies,
  falling,
  life,
  perform,
  editing,
  timeline,
  studio,
  deliver,
  artwork,
  synchrony,
  replacing,
};

const options = process.argv.slice(2);
const names = options.filter((option) => option !== '--json');
const json = options.includes('--json');
const unknown = names.filter((name) => !Object.hasOwn(PARTS, name));
if (unknown.length > 0) {
  const known = Object.keys(PARTS).join(', ');
  console.error(`There is no benchmark called ${unknown.join(', ')}. There are: ${known}.`);
  process.exit(2);
}

const [processor] = cpus();
const texts = [
  [
    '# Benchmarks',
    '',
    'Written by `npm run bench`. Machines differ and this one is shared: trust the ratios more than the times.',
    '',
    `${processor?.model ?? 'Unknown processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, no GPU; Node ${process.version}, Debian’s Chromium and ffmpeg.`,
  ].join('\n'),
];
for (const name of names.length > 0 ? names : Object.keys(PARTS)) {
  const { text, figures } = await PARTS[name]!();
  texts.push(text.join('\n'));
  if (json) for (const figure of figures) console.log(JSON.stringify(figure));
  else console.log(`\n${text.join('\n')}`);
}

if (names.length === 0) {
  const measured = (file: string) => readFileSync(new URL(file, import.meta.url), 'utf8').trimEnd();
  texts.push(
    [
      '## How often tests notice',
      '',
      'Measured by `npm run mutants`, not by `npm run bench`.',
      '',
      measured('MUTANTS.md'),
    ].join('\n'),
    [
      '## How often the sounds are right',
      '',
      'Measured when the sound model was made (training/evaluate.ts), not by `npm run bench`.',
      '',
      measured('../training/RESULTS.md'),
      '',
      '![how sure is how right](certainty.svg)',
      '',
      '### Voices that the model never heard',
      '',
      measured('../training/LEFT_OUT.md'),
    ].join('\n'),
  );
  writeFileSync(new URL('../docs/BENCHMARKS.md', import.meta.url), `${texts.join('\n\n')}\n`);
}
