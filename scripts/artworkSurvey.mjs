// npm run artwork-survey: fetches drawings from Debian's packages of clip art and game art, brings 200 of them in and
// compares each with how Chromium shows it. The table goes into docs/BENCHMARKS.md by hand.
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { runToEnd, tsx } from './lib/processes.mjs';
import { setUp } from './lib/studio.mjs';

const PACKAGES = [
  'openclipart-svg',
  'ktuberling-data',
  'gcompris-qt-data',
  'tuxpaint-stamps-default',
];

setUp(['chromium']);
const folder = join(ROOT, '.data/survey');
for (const name of PACKAGES) {
  const unpacked = join(folder, name);
  if (existsSync(unpacked)) continue;
  mkdirSync(folder, { recursive: true });
  execFileSync('apt-get', ['download', name], {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const file = readdirSync(folder).find((one) => one.startsWith(`${name}_`));
  execFileSync('dpkg-deb', ['-x', file, unpacked], { cwd: folder });
}
process.exit(runToEnd([...tsx, 'bench/artworkSurvey.ts', folder, ...process.argv.slice(2)]));
