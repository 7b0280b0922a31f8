// npm run dev: the studio with the interface rebuilt as its source changes.
import { createRequire } from 'node:module';
import { atEnd } from './lib/processes.mjs';
import { setUp, startStudio } from './lib/studio.mjs';

setUp();
const studio = await startStudio('demo', { web: '' });
const vitePath = createRequire(import.meta.url).resolve('vite');
const { createServer } = await import(vitePath);
const vite = await createServer({
  root: 'apps/web',
  server: {
    host: '127.0.0.1',
    port: 4620,
    proxy: { '/api': { target: studio.address, ws: true } },
  },
});
await vite.listen();
atEnd(async () => {
  await vite.close();
  await studio.stop();
});
console.log(`\nThe studio under development is at ${vite.resolvedUrls.local[0]}`);
