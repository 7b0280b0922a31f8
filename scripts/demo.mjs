// npm run demo: from a fresh clone to a running studio with the demo production in it.
import { atEnd } from './lib/processes.mjs';
import { buildWeb, setUp, startStudio } from './lib/studio.mjs';

setUp();
buildWeb();
const studio = await startStudio('demo');
atEnd(() => {
  console.log('\nStopping …');
  return studio.stop();
});
console.log(`
Cruvo is running, with the demo production “Saltmarsh Weather” in it.

    ${studio.address}

Open it in a browser. Ctrl-C stops it; your work is kept in .data and is there next time.`);
