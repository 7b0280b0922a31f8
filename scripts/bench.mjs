// npm run bench [-- NAME… --json]: measures; a run of everything writes docs/BENCHMARKS.md.
import { runToEnd, tsx } from './lib/processes.mjs';
import { setUp } from './lib/studio.mjs';

setUp(['ffmpeg', 'postgresql', 'espeak-ng', 'chromium']);
process.exit(runToEnd([...tsx, 'bench/run.ts', ...process.argv.slice(2)]));
