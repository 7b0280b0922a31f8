import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { FRAME_RATE_NAMES } from '@cruvo/core/scene';
import { benchArtwork, HUGE_SHEET } from './artwork';
import { crowdOf, facesOf } from './characters';
import { demoScene } from './demoScene';
import { benchFirstSounds, benchHearing, benchHearingInChromium, benchLive } from './hearing';
import { benchPaintingInChromium, benchPaintingInNode } from './painting';
import { benchRendering } from './rendering';
import { benchSynchrony } from './synchrony';

const fixed = (value: number, digits = 1) => value.toFixed(digits);
const report: string[] = [];
const say = (...lines: string[]) => {
  report.push(...lines);
  console.log(lines.join('\n'));
};

const [processor] = cpus();
say(
  '# Benchmarks',
  '',
  'Written by `npm run bench`. Machines differ and this one is shared: trust the ratios more than the times.',
  '',
  `${processor?.model ?? 'Unknown processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, no GPU; Node ${process.version}, Debian’s Chromium and ffmpeg.`,
  '',
  '## Hearing a voice',
  '',
  'Ten minutes of the demo’s voice at 48 kHz, read as a stream on one core; the median of three in Node, one run in Chromium.',
  '',
  '| where | how | seconds | times faster than real time | wanted | most memory, MB |',
  '| --- | --- | --- | --- | --- | --- |',
);
const TEN_MINUTES = 600;
for (const [way, name] of [
  ['voice', 'voice alone'],
  ['script', 'with its script'],
] as const) {
  const node = benchHearing(TEN_MINUTES, way);
  say(
    `| Node | ${name} | ${fixed(node.seconds)} | ${fixed(TEN_MINUTES / node.seconds, 0)} | 60 | ${fixed(node.megabytes, 0)} |`,
  );
  const chromium = await benchHearingInChromium(TEN_MINUTES, way);
  say(`| Chromium | ${name} | ${fixed(chromium)} | ${fixed(TEN_MINUTES / chromium, 0)} | 40 | |`);
}
const hour = benchHearing(3600, 'script', 1);
const live = await benchLive();
say(
  '',
  `Sixty minutes with their script: ${fixed(hour.seconds, 0)} s and at most ${fixed(hour.megabytes, 0)} MB (wanted: under 400).`,
  `The first sounds of a long line are known after ${fixed(await benchFirstSounds(), 2)} s (wanted: within 2).`,
  `Live: ${fixed(live.median, 2)} ms of work for each block of 10 ms, 95 % within ${fixed(live.p95, 2)} ms (wanted: under 2).`,
);

const demo = await demoScene();
say(
  '',
  '## Rendering the demo to MP4',
  '',
  'At 24 frames a second. “ffmpeg alone” encodes the same raw frames from a file with the same settings, in the same run; the best of three each, in turn.',
  '',
  '| size | film, frames a second | ffmpeg alone | ratio | wanted | times real time | wanted |',
  '| --- | --- | --- | --- | --- | --- | --- |',
);
for (const [width, height, times] of [
  [1280, 720, 2],
  [1920, 1080, 1],
] as const) {
  const figures = await benchRendering(demo, width, height);
  say(
    `| ${figures.size} | ${fixed(figures.film)} | ${fixed(figures.encoder)} | ${fixed(figures.ratio, 2)} | 0.5 | ${fixed(figures.timesRealTime)} | ${times} |`,
  );
}

say(
  '',
  '## Evaluating and painting one frame of the demo',
  '',
  'At 1280 × 720, every frame painted anew, milliseconds.',
  '',
  '| where | median | 95th percentile |',
  '| --- | --- | --- |',
);
for (const [where, figures] of [
  ['Node', await benchPaintingInNode(demo)],
  ['Chromium', await benchPaintingInChromium(demo)],
] as const) {
  say(`| ${where} | ${fixed(figures.median, 2)} | ${fixed(figures.p95, 2)} |`);
}
say(
  '',
  '## Characters',
  '',
  'One frame at 1280 × 720 of the template face saying the demo’s line, by kind of mouth, in Node; milliseconds.',
  '',
  '| kind of mouth | median | 95 % |',
  '| --- | --- | --- |',
);
for (const [kind, scene] of await facesOf(demo)) {
  const figures = await benchPaintingInNode(scene);
  say(`| ${kind} | ${fixed(figures.median, 2)} | ${fixed(figures.p95, 2)} |`);
}
say(
  '',
  'Five characters that speak at once; milliseconds a frame in the middle.',
  '',
  '| parts each | Node | Chromium |',
  '| --- | --- | --- |',
);
for (const parts of [20, 75, 150]) {
  const crowd = crowdOf(demo, parts);
  const [node, chromium] = [await benchPaintingInNode(crowd), await benchPaintingInChromium(crowd)];
  say(`| ${parts} | ${fixed(node.median, 1)} | ${fixed(chromium.median, 1)} |`);
}
rmSync(demo.folder, { recursive: true });

say(
  '',
  '## Taking artwork in',
  '',
  'Layers of 300 × 300 pixels on a page of 4000 × 4000 (in SVG: shapes of that size); seconds.',
  '',
  '| layers | SVG | OpenRaster | PSD |',
  '| --- | --- | --- | --- |',
);
for (const layers of [20, 150, 600]) {
  const seconds = [];
  for (const kind of ['svg', 'ora', 'psd'] as const) seconds.push(await benchArtwork(kind, layers));
  say(`| ${layers} | ${seconds.map((value) => fixed(value)).join(' | ')} |`);
}
const huge = [];
for (const kind of ['svg', 'ora', 'psd'] as const) {
  huge.push(`${fixed(await benchArtwork(kind, 150, HUGE_SHEET))} s as ${kind.toUpperCase()}`);
}
say(
  '',
  `A page of 10,000 × 10,000 pixels with 150 layers of 1000 × 1000: ${huge.join(', ')} (wanted: within 20).`,
);

say(
  '',
  '## Sound and picture in the film',
  '',
  'A flash and a click at the same moments of a film of a minute; the worst offset between them in the decoded film, milliseconds. Negative: the sound comes first.',
  '',
  '| frames a second | worst offset | allowed (5 ms and half a frame) |',
  '| --- | --- | --- |',
);
for (const frameRate of FRAME_RATE_NAMES) {
  const { worst, allowed } = await benchSynchrony(frameRate);
  say(`| ${frameRate} | ${fixed(worst)} | ${fixed(allowed)} |`);
}
say(
  '',
  '## How often the sounds are right',
  '',
  'Measured when the sound model was made (training/evaluate.ts), not by `npm run bench`.',
  '',
  readFileSync(new URL('../training/RESULTS.md', import.meta.url), 'utf8').trimEnd(),
  '',
  '![how sure is how right](certainty.svg)',
  '',
  '### Voices that the model never heard',
  '',
  readFileSync(new URL('../training/LEFT_OUT.md', import.meta.url), 'utf8').trimEnd(),
);
writeFileSync(new URL('../docs/BENCHMARKS.md', import.meta.url), `${report.join('\n')}\n`);
