// npm run test:browser [-- whatever Playwright takes]: all browser tests, also those beside the main paths.
import { freePort } from './lib/postgres.mjs';
import { runToEnd } from './lib/processes.mjs';
import { buildWeb, setUp, startStudio } from './lib/studio.mjs';

setUp(['ffmpeg', 'postgresql', 'espeak-ng', 'chromium']);
buildWeb();
const studio = await startStudio('test', { port: await freePort(), durable: false });
const playwright = ['node_modules/@playwright/test/cli.js', 'test', '--reporter', 'list'];
const status = runToEnd([...playwright, ...process.argv.slice(2)], {
  CRUVO_ADDRESS: studio.address,
  CRUVO_DATABASE_URL: studio.environment.CRUVO_DATABASE_URL,
});
await studio.stop();
process.exit(status);
