import { rmSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { FRAME_RATE_NAMES } from '@cruvo/core/scene';
import { demoScene } from './demoScene';
import { benchFitting } from './fitting';
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
  '## Hearing a voice by its loudness',
  '',
  'Ten minutes at 48 kHz, read as a stream, in a process of its own; the median of three.',
  '',
  '| seconds | wanted | most memory, MB | wanted |',
  '| --- | --- | --- | --- |',
);
const fitting = benchFitting();
say(`| ${fixed(fitting.seconds, 2)} | under 2 | ${fixed(fitting.megabytes, 0)} | under 300 |`);

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
rmSync(demo.folder, { recursive: true });

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
writeFileSync(new URL('../docs/BENCHMARKS.md', import.meta.url), `${report.join('\n')}\n`);
