import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import Papa from 'papaparse';
import { compile } from '../program';
import { withRecord } from '../records';
import { evenly } from '../testing/evenly';
import { spokenMaterial } from '../testing';
import { toFlicks } from '../time';
import { exactRate } from './csv';
import { openTimeline, readOpenTimeline } from './openTimeline';
import { subRip, subtitlesOf, webVtt } from './subtitles';
import { readTextGrid, textGrid, writeTextGrid } from './textGrid';
import { timingSchema, type Timing } from './timing';
import { timingFiles } from './timingFiles';
import { timingOf } from './timingOf';

const s = toFlicks;
const whole = { start: 0, end: s(3) };

const spoken = () => compile(spokenMaterial());

let timing: Timing;
beforeAll(async () => {
  timing = await timingOf(spoken(), whole, '24');
});

describe('timingOf', () => {
  it('tells words, sounds and mouths at their times in the scene', () => {
    const [line] = timing.lines;
    expect(line).toMatchObject({ start: 0.5, end: 2.5, speaker: 'Test', voice: 'hello.wav' });
    expect(line!.words).toEqual([
      { text: 'Fog', start: 1.5, end: 1.9 },
      { text: 'ahead', start: 1.9, end: 2.5 },
    ]);
    expect(line!.sounds.map(({ start, end, viseme }) => [start, end, viseme])).toEqual([
      [0.5, 1.5, 0],
      [1.5, 2.5, 10],
    ]);
    expect(line!.mouths.map(({ drawing }) => drawing)).toEqual(['Closed', 'Open']);
    expect(timing.clips).toEqual([
      { kind: 'cue', name: 'Wink', character: 'Test', start: 1, end: 1.25, channels: [] },
    ]);
    expect(timing.markers).toEqual([{ name: 'Thunder', start: 2, end: 2 }]);
    expect(timingSchema.validateSync(JSON.parse(JSON.stringify(timing)))).toEqual(timing);
  });

  it('tells how the controls that move stand in each frame', () => {
    const mouth = timing.controls.find(({ control }) => control === 'mouth.drawing')!;
    expect(mouth.values).toHaveLength(72);
    expect(new Set(mouth.values).size).toBe(2);
    expect(mouth.values[10]).toBe(mouth.values[0]);
    expect(mouth.values[45]).not.toBe(mouth.values[0]);
  });

  it('of a stretch begins with the stretch, and leaves out what lies outside', async () => {
    const part = await timingOf(spoken(), { start: s(1.7), end: s(2.2) }, '25');
    expect(part.length).toBeCloseTo(0.5);
    const [line] = part.lines;
    expect([line!.start, line!.end, line!.offset]).toEqual([
      ...[0, expect.closeTo(0.5), expect.closeTo(1.2)],
    ]);
    expect(line!.words).toEqual([
      { text: 'Fog', start: 0, end: expect.closeTo(0.2) },
      { text: 'ahead', start: expect.closeTo(0.2), end: expect.closeTo(0.5) },
    ]);
    expect(part.clips).toEqual([]);
    expect(part.markers).toEqual([
      { name: 'Thunder', start: expect.closeTo(0.3), end: expect.closeTo(0.3) },
    ]);
  });

  it('tells how far it is, and ends where that is refused', async () => {
    const told: number[] = [];
    await timingOf(spoken(), whole, '12', (done, all) => told.push(done / all));
    expect(told.at(-1)).toBe(1);
    const stop = () => {
      throw new Error('enough');
    };
    await expect(timingOf(spoken(), whole, '12', stop)).rejects.toThrow('enough');
  });
});

describe('tables', () => {
  const rowsOf = (ending: string) => {
    const file = timingFiles(spoken(), whole, timing).find((one) => one.ending === ending)!;
    return Papa.parse<Record<string, string>>(String(file.content), {
      header: true,
      skipEmptyLines: true,
    }).data;
  };

  it('of what happens are in order, and no text becomes a formula', () => {
    const rows = rowsOf(' events.csv');
    const starts = rows.map(({ start }) => Number(start));
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    expect(rows.filter(({ kind }) => kind === 'word').map(({ what }) => what)).toEqual([
      'Fog',
      'ahead',
    ]);
    expect(rows.find(({ kind }) => kind === 'line')!['more']).toBe('Fog ahead!');
    const formula = { ...timing, markers: [{ name: '=1+1', start: 0, end: 0 }] };
    const [table] = timingFiles(spoken(), whole, formula).filter(({ ending }) =>
      / events/.test(ending),
    );
    expect(table!.content).toContain("'=1+1");
  });

  it('of frames have a row for each, with what is said and shown', () => {
    const rows = rowsOf(' frames.csv');
    expect(rows).toHaveLength(72);
    expect(rows[40]).toMatchObject({ frame: '40', time: '1.6667', 'Test word': 'Fog' });
    expect(rows[40]).toMatchObject({ 'Test viseme': '10', 'Test mouth': 'Open' });
    expect(rows[5]).toMatchObject({ 'Test word': '', 'Test mouth': '' });
  });

  it('know rates by their names', () => {
    expect(exactRate('24')).toBe(24);
    expect(exactRate('23.976')).toBeCloseTo(24000 / 1001, 9);
    expect(exactRate('59.94')).toBeCloseTo(60000 / 1001, 9);
  });
});

describe('subtitles', () => {
  it('say what is heard, when, and by whom', () => {
    const found = subtitlesOf(spoken(), whole);
    expect(found).toEqual([{ start: 1.5, end: 2.5, rows: ['Fog ahead!'], speaker: 'Test' }]);
    expect(webVtt(found)).toBe('WEBVTT\n\n00:00:01.500 --> 00:00:02.500\n<v Test>Fog ahead!\n');
    expect(subRip(found)).toBe('1\n00:00:01,500 --> 00:00:02,500\nFog ahead!\n');
  });
  it('are of two rows of about the same length at most, and write signs as text', () => {
    const many = 'word '.repeat(40).trim();
    const program = spoken();
    const scene = {
      ...program.scene,
      lines: withRecord(program.scene.lines, 'line', (line) => ({ ...line, script: many })),
    };
    const found = subtitlesOf({ ...program, scene }, whole);
    expect(found.length).toBeGreaterThan(1);
    for (const { rows } of found) {
      expect(rows.length).toBeLessThanOrEqual(2);
      for (const row of rows) expect(row.length).toBeLessThanOrEqual(42);
      if (rows.length === 2) expect(rows[0]!.length - rows[1]!.length).toBeLessThan(8);
    }
    expect(found.flatMap(({ rows }) => rows).join(' ')).toBe(many);
    const cue = { start: 0, end: 1, rows: ['a < b & c'], speaker: '<x>' };
    expect(webVtt([cue])).toContain('<v &lt;x&gt;>a &lt; b &amp; c');
  });
});

const name = fc.string({ maxLength: 12, unit: 'grapheme' }).map((text) => text.replace(/\s/g, ' '));

describe('TextGrid', () => {
  it('covers all of the time, tier by tier', () => {
    const tiers = readTextGrid(textGrid(timing))!;
    expect(tiers.map((tier) => tier.name)).toEqual([
      ...['Test lines', 'Test words', 'Test sounds', 'Test mouths'],
    ]);
    for (const { intervals } of tiers) {
      expect(intervals[0]!.start).toBe(0);
      expect(intervals.at(-1)!.end).toBe(3);
      intervals.slice(1).forEach(({ start }, at) => expect(start).toBe(intervals[at]!.end));
    }
    expect(tiers[1]!.intervals.map(({ text }) => text)).toEqual(['', 'Fog', 'ahead', '']);
  });
  it('is read as it was written, whatever names are', () => {
    const tier = fc.record({
      name,
      intervals: fc.array(fc.record({ start: evenly(0, 5), end: evenly(5, 9), text: name }), {
        maxLength: 5,
      }),
    });
    fc.assert(
      fc.property(fc.array(tier, { maxLength: 4 }), (tiers) => {
        expect(readTextGrid(writeTextGrid(tiers, 9))).toEqual(tiers);
      }),
    );
  });
  it('of others is read too, in its short form and with points', () => {
    const short = `File type = "ooTextFile"\nObject class = "TextGrid"\n\n0\n2.5\n<exists>\n2\n"IntervalTier"\n"phones 1"\n0\n2.5\n1\n0\n2.5\n"a ""quoted"" 3"\n"TextTier"\n"bell"\n0\n2.5\n1\n1.25\n"ding"\n`;
    expect(readTextGrid(short)).toEqual([
      { name: 'phones 1', intervals: [{ start: 0, end: 2.5, text: 'a "quoted" 3' }] },
      { name: 'bell', intervals: [{ start: 1.25, end: 1.25, text: 'ding' }] },
    ]);
  });
  it.each(['', 'WEBVTT', '"ooTextFile" "TextGrid" 0 1 <exists> 3', '"ooTextFile"'])(
    '“%s” is none',
    (text) => expect(readTextGrid(text)).toBeNull(),
  );
});

describe('OpenTimelineIO', () => {
  it('gives back what was written', () => {
    const read = readOpenTimeline(JSON.parse(openTimeline(timing)))!;
    expect(read.name).toBe('Scene');
    expect(read.markers).toEqual([{ name: 'Thunder', start: 2, end: 2 }]);
    expect(read.clips).toEqual([
      {
        ...{ track: 'Test', name: timing.lines[0]!.name, media: 'hello.wav', offset: 0 },
        ...{ start: 0.5, end: 2.5, heard: true, script: 'Fog ahead!', kind: null },
      },
      {
        ...{ track: 'Test: cues, moves and takes', name: 'Wink', media: null, offset: 0 },
        ...{ start: 1, end: 1.25, heard: false, script: null, kind: 'cue' },
      },
    ]);
  });
  it('of others is read: transitions take no time, clips have ranges of their own', () => {
    const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate: 10, value });
    const range = (from: number, length: number) => {
      return { OTIO_SCHEMA: 'TimeRange.1', start_time: time(from), duration: time(length) };
    };
    const clip = {
      ...{ OTIO_SCHEMA: 'Clip.2', name: 'A', source_range: range(20, 10) },
      media_reference: { OTIO_SCHEMA: 'ExternalReference.1', target_url: 'file:///x/a%20b.wav?1' },
      markers: [{ OTIO_SCHEMA: 'Marker.1', name: 'Here', marked_range: range(25, 0) }],
    };
    const children = [
      { OTIO_SCHEMA: 'Gap.1', source_range: range(0, 5) },
      clip,
      { OTIO_SCHEMA: 'Transition.1', source_range: range(0, 5) },
      { OTIO_SCHEMA: 'Clip.1', name: 'B', media_reference: { available_range: range(0, 5) } },
    ];
    const track = { OTIO_SCHEMA: 'Track.1', name: 'T', children };
    const stack = { OTIO_SCHEMA: 'Stack.1', children: [track] };
    const other = { heard: true, script: null, kind: null };
    expect(readOpenTimeline({ OTIO_SCHEMA: 'Timeline.1', name: 'X', tracks: stack })).toEqual({
      name: 'X',
      clips: [
        { track: 'T', name: 'A', media: 'a b.wav', offset: 2, start: 0.5, end: 1.5, ...other },
        { track: 'T', name: 'B', media: null, offset: 0, start: 1.5, end: 2, ...other },
      ],
      markers: [{ name: 'Here', start: 1, end: 1 }],
    });
  });
  it.each([null, [], 'x', {}, { OTIO_SCHEMA: 'Timeline.1' }, { OTIO_SCHEMA: 'Clip.1' }])(
    '%j is none',
    (json) => expect(readOpenTimeline(json)).toBeNull(),
  );
});

it('cues are notes of a MIDI file, at their times', () => {
  const file = timingFiles(spoken(), whole, timing).find(({ ending }) => ending === '.mid')!;
  const { header, tracks } = parseMidi(file.content as Uint8Array);
  const seconds = (ticks: number) => (ticks / header.ticksPerBeat!) * 0.5;
  let at = 0;
  const notes = tracks[1]!.flatMap((event) => {
    at += event.deltaTime;
    return event.type === 'noteOn' || event.type === 'noteOff' ? [[event.type, seconds(at)]] : [];
  });
  expect(notes).toEqual([
    ['noteOn', 1],
    ['noteOff', 1.25],
  ]);
  expect(tracks[0]).toContainEqual(expect.objectContaining({ type: 'marker', text: 'Thunder' }));
});
