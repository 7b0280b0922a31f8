// npm run fuzz -- [--minutes N] [--first NUMBER]: opens changed files of all kinds, and writes docs/RELIABILITY.md.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/postgres.mjs';
import { tsx } from './lib/processes.mjs';
import { publishReliability } from './lib/reliability.mjs';
import { setUp, startStudio } from './lib/studio.mjs';

const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '10' },
    first: { type: 'string', default: '1000' },
  },
});

setUp();
const scratch = mkdtempSync(join(tmpdir(), 'cruvo-fuzz-'));
process.env.TMPDIR = scratch;
const studio = await startStudio('fuzz', { port: await freePort(), durable: false, web: '' });
const { status, stdout } = spawnSync(
  process.execPath,
  [...tsx, 'fuzz/run.ts', studio.address, String(studio.serverPid), values.minutes, values.first],
  {
    cwd: ROOT,
    env: { ...process.env, ...studio.environment },
    stdio: ['ignore', 'pipe', 'inherit'],
    encoding: 'utf8',
  },
);
await studio.stop();
rmSync(scratch, { recursive: true, force: true });
console.log(stdout);
if (stdout) {
  publishReliability(
    'Changed files',
    `\`npm run fuzz -- --minutes ${values.minutes} --first ${values.first}\`\n\n${stdout.trim()}`,
  );
}
process.exit(status ?? 1);
