import { compile } from '../program';
import { withRecord } from '../records';
import { linesOf, textLine, withLines, type Scene } from '../scene';
import { hash, spokenMaterial, testMaterial } from '../testing';
import { toFlicks, toSeconds } from '../time';
import { laidTiming, withTiming } from './laidTiming';
import { openTimeline } from './openTimeline';
import { isTimingName, readTiming, type ReadTiming } from './readTiming';
import { subRip, webVtt } from './subtitles';
import { textGrid, writeTextGrid } from './textGrid';
import { timingOf } from './timingOf';

const s = toFlicks;
const base = testMaterial();
const character = spokenMaterial().characters.get('character')!;
const empty: Scene = { ...base.scene, lines: {}, markers: {} };

let ids = 0;
const lay = (read: ReadTiming, scene: Scene = empty) => {
  const laid = laidTiming(read, {
    ...{ scene, member: 'member', newId: () => `new ${ids++}` },
    cast: [{ id: 'member', name: 'Test' }],
    characters: new Map([['member', character]]),
  });
  return { ...laid, scene: withTiming(scene, laid) };
};

/** Timing of a scene with all that it tells of. */
function told() {
  const material = spokenMaterial();
  const corrections = [{ start: s(0.25), end: s(0.5), drawing: 'open' }];
  const lines = withRecord(material.scene.lines, 'line', (line) => ({ ...line, corrections }));
  const markers = withRecord(material.scene.markers, 'm', (marker) => ({
    ...{ ...marker, length: s(0.5) },
  }));
  const program = compile({ ...material, scene: { ...material.scene, lines, markers } });
  return timingOf(program, { start: 0, end: s(3) }, '24');
}

describe('files of when things happen', () => {
  it('are known by their names', () => {
    expect(['a.SRT', 'b.textgrid', 'c.otio', 'd.vtt', 'e.json'].every(isTimingName)).toBe(true);
    expect(['a.txt', 'b.wav', 'srt'].some(isTimingName)).toBe(false);
  });

  const subtitles = [
    { start: 1, end: 2.5, rows: ['Fog,', 'ahead!'], speaker: 'Test' },
    { start: 3661.25, end: 3662, rows: ['Land.'], speaker: 'Isbel' },
  ];
  it('as captions become lines at their times', () => {
    for (const [text, speakers] of [
      [webVtt(subtitles), ['Test', 'Isbel']],
      [subRip(subtitles).replaceAll('\n', '\r\n'), [null, null]],
    ] as const) {
      const { lines } = readTiming('captions', text);
      expect(lines.map(({ start, end, script }) => [start, end, script])).toEqual([
        [1, 2.5, 'Fog, ahead!'],
        [3661.25, 3662, 'Land.'],
      ]);
      expect(lines.map(({ speaker }) => speaker)).toEqual(speakers);
    }
    const { lines, scene, notes } = lay(readTiming('captions', webVtt(subtitles)));
    expect(lines.map(({ start, length }) => [start, length])).toEqual([
      [s(1), s(1.5)],
      [s(3661.25), s(0.75)],
    ]);
    expect(scene.length).toBeGreaterThanOrEqual(s(3662));
    expect(notes).toEqual(['Nobody on the stage is called Isbel: what they say went to Test.']);
    // Two words in a second, said with half a second of room.
    expect(lines[0]!.wordsPerMinute).toBe(120);
  });

  it('give their words to lines that have none, and leave others as they are', () => {
    const at = (id: string, start: number, script: string) => ({
      ...textLine({ id, row: base.scene.lines['line']!.row, name: id, start: s(start) }),
      ...{ script, length: s(1), duration: s(1) },
    });
    const scene = withLines(empty, [at('silent', 1.2, ''), at('said', 3661, 'Known.')]);
    const { lines, scene: after } = lay(readTiming('captions', subRip(subtitles)), scene);
    expect(lines.map(({ id }) => id.replace(/\d+/, 'n'))).toEqual(['silent', 'new n']);
    expect(after.lines['silent']).toMatchObject({ script: 'Fog, ahead!', start: s(1.2) });
    expect(after.lines['said']!.script).toBe('Known.');
  });

  it('as Cruvo’s own bring back lines, sounds, mouths set by hand, markers and cues', async () => {
    const timing = await told();
    const { lines, tracks, scene, notes } = lay(readTiming('t.json', JSON.stringify(timing)));
    expect(notes).toEqual([]);
    const [line] = lines;
    expect(line).toMatchObject({ script: 'Fog ahead!', start: s(0.5), length: s(2), voice: null });
    expect(line!.corrections).toEqual([{ start: s(0.25), end: s(0.5), drawing: 'open' }]);
    const track = tracks.get(line!.id)!;
    expect(track.words.map(({ text, start }) => [text, start])).toEqual([
      ['Fog', 1],
      ['ahead', 1.4],
    ]);
    expect(track.sounds.map(({ start, end, viseme }) => [start, end, viseme])).toEqual([
      [0, 1, 0],
      [1, 2, 10],
    ]);
    expect(Object.values(scene.markers)).toMatchObject([
      { name: 'Thunder', start: s(2), length: s(0.5) },
    ]);
    expect(Object.values(scene.cues)).toMatchObject([
      { cue: 'wink', member: 'member', start: s(1), length: s(0.25) },
    ]);
    // It plays as it did before.
    const again = compile({
      ...{
        ...base,
        scene: {
          ...scene,
          lines: withRecord(scene.lines, line!.id, (own) => ({ ...own, track: hash('d') })),
        },
      },
      characters: new Map([['character', character]]),
      tracks: new Map([[hash('d'), track]]),
    });
    const after = await timingOf(again, { start: 0, end: s(3) }, '24');
    const heard = ({ start, end, script, words, sounds }: (typeof after.lines)[number]) => {
      return { start, end, script, words, sounds };
    };
    expect(after.lines.map(heard)).toEqual(timing.lines.map(heard));
    expect(after.markers).toEqual(timing.markers);
    expect(after.clips).toEqual(timing.clips);
  });

  it('as a TextGrid bring back lines, words and sounds', async () => {
    const timing = await told();
    const { lines, tracks } = lay(readTiming('t.TextGrid', textGrid(timing)));
    expect(lines).toMatchObject([{ script: 'Fog ahead!', start: s(0.5), length: s(2) }]);
    const { sounds, words } = tracks.get(lines[0]!.id)!;
    expect(words.map(({ text }) => text)).toEqual(['Fog', 'ahead']);
    expect(sounds.map(({ viseme }) => viseme)).toEqual([0, 10]);
  });

  it('as a TextGrid of others become lines where words follow each other, and markers', () => {
    const tiers = [
      {
        name: 'words',
        intervals: [
          ['', 0, 1],
          ['fog', 1, 1.5],
          ['ahead', 1.6, 2],
          ['land', 3, 3.5],
        ],
      },
      {
        name: 'phones',
        intervals: [
          ['F', 1, 1.1],
          ['AA1', 1.1, 1.4],
          ['ɡ', 1.4, 1.5],
          ['?', 3, 3.5],
        ],
      },
      { name: 'weather', intervals: [['storm', 2, 3]] },
    ].map(({ name, intervals }) => ({
      name,
      intervals: intervals.map(([text, start, end]) => {
        return { text: String(text), start: Number(start), end: Number(end) };
      }),
    }));
    const read = readTiming('t.TextGrid', writeTextGrid(tiers, 4));
    expect(read.lines.map(({ script, start, end }) => [script, start, end])).toEqual([
      ['fog ahead', 1, 2],
      ['land', 3, 3.5],
    ]);
    expect(read.lines[0]!.sounds.map(({ viseme }) => viseme)).toEqual([2, 10, 5]);
    expect(read.lines[1]!.sounds[0]).toMatchObject({ viseme: 0, confidence: 0 });
    expect(read.markers).toEqual([{ name: 'storm', start: 2, end: 3 }]);
  });

  it('as a timeline bring back lines, markers and cues, and find the recordings that it names', async () => {
    const timing = await told();
    const text = openTimeline(timing);
    const { lines, scene } = lay(readTiming('t.otio', text));
    expect(lines).toMatchObject([{ script: 'Fog ahead!', start: s(0.5), length: s(2) }]);
    expect(Object.values(scene.markers)).toHaveLength(1);
    expect(Object.values(scene.cues).map(({ start }) => toSeconds(start))).toEqual([1]);
    const there = lay(readTiming('t.otio', text), base.scene);
    expect(there.lines.map(({ id }) => id)).toEqual(['line']);
    expect(linesOf(there.scene)).toHaveLength(1);
  });

  it.each<[string, string, RegExp]>([
    ['no text of any kind', 'hello', /“it” can’t be read\. Bring captions/],
    ['JSON of something else', '{"a":1}', /“it” tells nothing of when things happen/],
    ['timing that is damaged', '{"format":"cruvo timing","version":1}', /“it” can’t be used: /],
    ['timing of a newer Cruvo', '{"format":"cruvo timing","version":9}', /“it” can’t be used: /],
    ['captions without cues', 'WEBVTT\n\n', /“it” can’t be read/],
    [
      'an empty timeline',
      '{"OTIO_SCHEMA":"Timeline.1","tracks":{"OTIO_SCHEMA":"Stack.1","children":[]}}',
      /“it” tells of nothing/,
    ],
    [
      'half a TextGrid',
      'File type = "ooTextFile"\nObject class = "TextGrid"\n0 1 <exists> 1 "IntervalTier" "words" 0 1 2 0 1',
      /“it” can’t be read/,
    ],
  ])('are refused where they are %s', (_, text, sentence) => {
    expect(() => readTiming('it', text)).toThrow(sentence);
  });
});
