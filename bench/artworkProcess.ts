// Run by artwork.ts in a process of its own, which holds nothing but what taking artwork in needs.
import { createHash } from 'node:crypto';
import { readArtwork } from '@cruvo/media/artwork';

const [path] = process.argv.slice(2) as [string];

const keep = async (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
// So that what every process holds is there before.
await import('ag-psd');
const before = process.memoryUsage().rss / 2 ** 20;
const begin = performance.now();
await readArtwork([{ path, name: 'artwork' }], { keep, report: () => undefined });
console.log(
  JSON.stringify({
    seconds: (performance.now() - begin) / 1000,
    megabytes: process.resourceUsage().maxRSS / 1024 - before,
  }),
);
