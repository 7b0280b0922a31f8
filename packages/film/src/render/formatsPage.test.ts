import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  eventsCsv,
  framesCsv,
  openTimeline,
  readOpenTimeline,
  readTextGrid,
  textGrid,
  timingSchema,
} from '@cruvo/core/timing';

const page = readFileSync(
  fileURLToPath(new URL('../../../../docs/formats.md', import.meta.url)),
  'utf8',
);

/** The examples under a heading. */
function examples(heading: string): string[] {
  const from = page.indexOf(`### ${heading}\n`);
  const section = page.slice(from, page.indexOf('\n### ', from + 4));
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
});

it('and they are read again', () => {
  expect(readTextGrid(examples('TextGrid')[0]!)!.map(({ name }) => name)).toEqual([
    ...['Wick lines', 'Wick words', 'Wick sounds', 'Wick mouths'],
  ]);
  const timeline = readOpenTimeline(JSON.parse(examples('OpenTimelineIO')[0]!))!;
  expect(timeline.clips.map(({ name }) => name)).toEqual(['01 wick', 'Glow']);
  expect(timeline.markers).toEqual([{ name: 'Thunder', start: 0.25, end: 0.25 }]);
});
