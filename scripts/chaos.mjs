// npm run chaos -- [--kills N] [--seed N]: kills processes of a studio at work, fills its disks, and writes docs/RELIABILITY.md.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { tsx } from './lib/processes.mjs';
import { publishReliability } from './lib/reliability.mjs';
import { setUp } from './lib/studio.mjs';

setUp();
const scratch = mkdtempSync(join(tmpdir(), 'cruvo-chaos-'));
const options = process.argv.slice(2);
/** The line after which a part reports. */
const REPORT = '\nReport\n';
let failed = false;

/** Runs a part, whose last words are its report. */
function part(title, program, args) {
  const { status, stdout } = spawnSync(process.execPath, [...tsx, program, ...args], {
    cwd: ROOT,
    env: { ...process.env, TMPDIR: scratch },
    stdio: ['ignore', 'pipe', 'inherit'],
    encoding: 'utf8',
  });
  // Before it stands what the studio says when it starts.
  const report = stdout.slice(stdout.indexOf(REPORT) + REPORT.length).trim();
  console.log(`${title}\n${report}`);
  const command = ['npm run chaos', ...args].join(' ').replace('chaos --', 'chaos -- --');
  if (report) publishReliability(title, `\`${command}\`\n\n${report}`);
  failed ||= status !== 0;
}

part('Killed processes', 'chaos/run.ts', options);
if (process.getuid() === 0) part('Full disks', 'chaos/fullDisk.ts', []);
else console.log('Disks are filled only by root, who can mount small ones.');
rmSync(scratch, { recursive: true, force: true });
process.exit(failed ? 1 : 0);
