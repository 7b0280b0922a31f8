import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { drawingItem } from '@cruvo/core/frame';
import {
  eventsCsv,
  framesCsv,
  openTimeline,
  readOpenTimeline,
  readTextGrid,
  subRip,
  textGrid,
  timingSchema,
  webVtt,
} from '@cruvo/core/timing';
import { LayerRecorder, lottie, svgAnimation } from '@cruvo/core/vectorAnimation';
import { contentsSchema } from '@cruvo/media/productionFile';

const page = readFileSync(
  fileURLToPath(new URL('../../../../docs/formats.md', import.meta.url)),
  'utf8',
);

/** The examples under a heading. */
function examples(heading: string): string[] {
  const [, marks] = new RegExp(`^(#+) ${heading}$`, 'm').exec(page)!;
  const from = page.indexOf(`\n${marks} ${heading}\n`);
  const to = page.indexOf(`\n${marks} `, from + 4);
  const section = page.slice(from, to < 0 ? undefined : to);
  return [...section.matchAll(/```\w+\n([^]*?)\n```/g)].map(([, text]) => text!);
}

const timing = timingSchema.validateSync(JSON.parse(examples('JSON')[0]!));

it('the examples of timing on the page of formats are what is written', () => {
  const [events, frames] = examples('CSV');
  expect(eventsCsv(timing).replaceAll('\r', '').trimEnd()).toBe(events);
  expect(framesCsv(timing).replaceAll('\r', '').trimEnd()).toBe(frames);
  const [grid] = examples('TextGrid');
  expect(textGrid(timing).trimEnd()).toBe(grid);
  expect(JSON.parse(examples('OpenTimelineIO')[0]!)).toEqual(JSON.parse(openTimeline(timing)));
  const [vtt, srt] = examples('Captions');
  const subtitles = timing.lines.map(({ start, end, script, speaker }) => {
    return { start, end, rows: [script], speaker };
  });
  expect(webVtt(subtitles).trimEnd()).toBe(vtt);
  expect(subRip(subtitles).trimEnd()).toBe(srt);
});

it('the examples of vectors that move are what is written of a square that goes half its width', () => {
  const shape = { path: 'M0 0H10V10H0Z', fill: '#cc8844', fillRule: 'nonzero' } as const;
  const drawing = {
    viewBox: { x: 0, y: 0, width: 10, height: 10 },
    shapes: [{ ...shape, stroke: null, opacity: 1 }],
  };
  const pictures = new Map([['square', { kind: 'vector', drawing } as const]]);
  const recorder = new LayerRecorder(pictures);
  const square = { kind: 'vector', media: 'square', width: 10, height: 10 } as const;
  for (const x of [0, 5]) recorder.add([drawingItem('a', square, [1, 0, 0, 1, x, 0])]);
  const animation = {
    ...{ name: 'Square', stage: { width: 20, height: 10 }, width: 20, height: 10 },
    ...{ background: null, rate: 2, count: 2, layers: recorder.layers, pictures },
    baked: new Map<number, string>(),
  };
  expect(JSON.parse(examples('Lottie')[0]!)).toEqual(JSON.parse(JSON.stringify(lottie(animation))));
  expect(svgAnimation(animation).trimEnd()).toBe(examples('SVG animation')[0]);
});

it('the example of a production’s contents is one', () => {
  const [contents] = examples("A production's file");
  expect(contentsSchema.isValidSync(JSON.parse(contents!), { strict: true })).toBe(true);
});

it('and they are read again', () => {
  expect(readTextGrid(examples('TextGrid')[0]!)!.map(({ name }) => name)).toEqual([
    ...['Wick lines', 'Wick words', 'Wick sounds', 'Wick mouths'],
  ]);
  const timeline = readOpenTimeline(JSON.parse(examples('OpenTimelineIO')[0]!))!;
  expect(timeline.clips.map(({ name }) => name)).toEqual(['01 wick', 'Glow']);
  expect(timeline.markers).toEqual([{ name: 'Thunder', start: 0.25, end: 0.25 }]);
});
