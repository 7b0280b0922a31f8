import fc from 'fast-check';
import { testTrack, type TestSound } from '../../testing/testTrack';
import type { Viseme } from '../visemes';
import { TRACK_VERSION, type VoiceTrack } from '../voiceTrack';
import { TRACK_FIXTURES } from './fixtures';
import { readTrack, writeTrack } from './trackFile';

const bytesOf = (value: unknown) =>
  Uint8Array.from([...JSON.stringify(value)], (letter) => letter.charCodeAt(0));

const rich: VoiceTrack = {
  ...testTrack([0, 0.3, undefined], [10, 0.4, 'ah'], [1, 0.1, 'łódź 👄'], [0, 0.2]),
  words: [{ text: 'łódź 👄', start: 0.3, end: 0.8 }],
  deviations: { skipped: ['naïve'], repeated: [], added: [{ start: 0.1, end: 0.2 }] },
  sides: {
    left: { rate: 100, values: [-20, Math.fround(-31.4)] },
    right: { rate: 100, values: [-60, -100] },
  },
  spectrum: { rate: 50, levels: Uint8Array.of(0, 90, 255) },
  pitch: { rate: 50, values: [0, 118.25, Math.fround(121.7)] },
  quality: {
    ...{ spoken: 0.5, speechLevel: -20, backgroundLevel: null, tonal: 0, tuneful: 0 },
    ...{ clippedPerMinute: 0, decay: null, highest: 8000 },
  },
};

describe('a track’s file', () => {
  it('gives the track back as it was', () => {
    expect(readTrack(writeTrack(rich))).toEqual(rich);
  });
  it('gives back any track, the same bytes for the same track', () => {
    const sound = fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 1, max: 90 }));
    fc.assert(
      fc.property(fc.array(sound, { minLength: 1, maxLength: 20 }), (sounds) => {
        const track = testTrack(
          ...sounds.map(([viseme, length]): TestSound => [viseme as Viseme, length / 100, 'w']),
        );
        const again = readTrack(writeTrack(track));
        expect(again).toEqual(track);
        expect(writeTrack(again)).toEqual(writeTrack(track));
      }),
    );
  });
  it('is refused in a sentence wherever it is cut or damaged', () => {
    const bytes = writeTrack(rich);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: bytes.length - 1 }), (length) => {
        expect(() => readTrack(bytes.slice(0, length))).toThrow(/^This voice track can’t be used/);
      }),
    );
  });
  const sounds = (change: (at: number) => object) => ({
    ...rich,
    sounds: rich.sounds.map((sound, at) => ({ ...sound, ...change(at) })),
  });
  it.each([
    ['an unknown viseme', sounds(() => ({ viseme: 15 })), /no viseme 15/],
    ['sounds that go back', sounds((at) => (at === 1 ? { end: 0.2 } : {})), /touch each other/],
    ['a confidence above 1', sounds(() => ({ confidence: 1.5 })), /0 to 1/],
    ['loudness that is no number', { ...rich, loudness: { rate: 100, values: [NaN] } }, /numbers/],
    ['a pitch below 0', { ...rich, pitch: { rate: 50, values: [-1] } }, /Hz/],
    ['words that end first', { ...rich, words: [{ text: 'a', start: 2, end: 1 }] }, /begin before/],
    ['a rate of nothing', { ...rich, loudness: { rate: 0, values: [] } }, /damaged/],
  ])('is refused with %s', (_what, track, sentence) => {
    expect(() => readTrack(writeTrack(track as VoiceTrack))).toThrow(sentence);
  });
  it('is refused of a newer version, or where it is something else', () => {
    expect(() => readTrack(bytesOf({ ...rich, version: TRACK_VERSION + 1 }))).toThrow(/unknown/);
    expect(() => readTrack(bytesOf({ hello: 1 }))).toThrow(/can’t be used/);
    expect(() => readTrack(new Uint8Array(0))).toThrow(/damaged/);
  });
});

describe('tracks of every version that was released', () => {
  it('are kept', () => {
    expect(TRACK_FIXTURES.map(({ version }) => version)).toEqual([1, 2, 3, TRACK_VERSION]);
  });
  it.each(TRACK_FIXTURES.map(({ version, bytes }) => [version, bytes] as const))(
    'open: version %d',
    (_version, bytes) => {
      const { version, duration, sounds, loudness } = readTrack(bytes);
      expect([version, duration]).toEqual([TRACK_VERSION, 2]);
      expect(sounds.at(-1)!.viseme).not.toBe(0);
      expect(loudness.values).toHaveLength(200);
    },
  );
  it('keep the pitch that was heard, where any was', () => {
    const pitches = TRACK_FIXTURES.map(({ bytes }) => readTrack(bytes).pitch?.values);
    expect(pitches).toEqual([undefined, undefined, undefined, [0, 110, Math.fround(123.4)]]);
  });
  it('keep the spectrum that was heard', () => {
    const { spectrum } = readTrack(TRACK_FIXTURES[1]!.bytes);
    expect([...spectrum!.levels]).toEqual([1, 2, 250]);
  });
});
