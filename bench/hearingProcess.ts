// Run by hearing.ts in a process of its own, which holds nothing but what hearing needs.
import { prepareScriptHere } from '@cruvo/media/speech';
import { analyseWorkingVoice } from '@cruvo/media/voice';
import { scriptFor } from './longScript';

const [path, way, seconds] = process.argv.slice(2) as [string, string, string];
const script = way === 'script' ? await prepareScriptHere(scriptFor(Number(seconds)), 'en') : null;
const start = performance.now();
await analyseWorkingVoice(path, { script, channel: 'both' });
const took = (performance.now() - start) / 1000;
console.log(JSON.stringify({ seconds: took, megabytes: process.resourceUsage().maxRSS / 1024 }));
