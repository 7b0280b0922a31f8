import { testTrack } from '../testing/testTrack';
import type { VoiceTrack } from '../speech/voiceTrack';
import { accentsOf } from './emphasis';
import { fittedEnds, spokenValues } from './fittedEnds';
import { phrasesOf } from './phrases';
import { spokenUnits } from './spokenUnits';
import { syllablesOf } from './syllables';
import { unitCurves, unitFeatures } from './unitFeatures';
import { featureCurve } from './voiceFeatures';

/** Three words in two phrases: silence, “a da”, silence, “me”. */
const spoken = testTrack(
  [0, 0.5],
  [10, 0.2, 'a'],
  [4, 0.1, 'da'],
  [10, 0.2, 'da'],
  [14, 0.1, 'da'],
  [0, 0.4],
  [1, 0.1, 'me'],
  [12, 0.4, 'me'],
  [0, 0.3],
);
const withPitch = (track: VoiceTrack, hertzAt: (time: number) => number): VoiceTrack => ({
  ...track,
  pitch: {
    rate: 50,
    values: Array.from({ length: Math.ceil(track.duration * 50) }, (_, at) =>
      hertzAt((at + 0.5) / 50),
    ),
  },
});
const withLevel = (track: VoiceTrack, levelAt: (time: number) => number): VoiceTrack => ({
  ...track,
  loudness: {
    rate: 100,
    values: track.loudness.values.map((level, at) => level + levelAt((at + 0.5) / 100)),
  },
});

describe('phrases', () => {
  it('go from pause to pause; a short pause ends none', () => {
    expect(phrasesOf(spoken).map(({ start, end }) => [start, end])).toEqual([
      [0.5, 1.1],
      [1.5, 2],
    ]);
    expect(phrasesOf(testTrack([10, 0.3], [0, 0.1], [10, 0.3]))).toHaveLength(1);
    expect(phrasesOf(testTrack([0, 1]))).toEqual([]);
  });
  it('rise where their pitch does at the end', () => {
    const rising = withPitch(spoken, (time) => (time > 1.8 && time < 2 ? 190 : 120));
    expect(phrasesOf(rising).map((phrase) => phrase.rising)).toEqual([false, true]);
    expect(phrasesOf(withPitch(spoken, () => 120)).some((phrase) => phrase.rising)).toBe(false);
  });
});

describe('syllables and units', () => {
  it('are vowels, those of one word that follow each other together', () => {
    expect(syllablesOf(spoken).map(({ start, end, word }) => [start, end, word])).toEqual([
      [0.5, 0.7, 'a'],
      [0.8, 1.1, 'da'],
      [1.6, 2, 'me'],
    ]);
  });
  it('are words where those are known, and syllables otherwise', () => {
    expect(spokenUnits(spoken).map(({ text }) => text)).toEqual(['a', 'da', 'me']);
    const wordless = {
      ...spoken,
      sounds: spoken.sounds.map((sound) => ({ ...sound, word: null })),
    };
    const units = spokenUnits(wordless);
    expect(units.map(({ text }) => text)).toEqual([null, null, null]);
    expect(units.at(-1)!.end).toBe(2);
    expect(units.every(({ syllables }) => syllables.length === 1)).toBe(true);
  });
  it('are told apart where the same word is said twice', () => {
    const twice = testTrack([10, 0.2, 'no'], [0, 0.2], [10, 0.2, 'no']);
    expect(spokenUnits(twice)).toHaveLength(2);
  });
});

describe('features and their ends', () => {
  it('pitch is counted in semitones, goes on where there is none, and jumps by no octave', () => {
    const track = withPitch(spoken, (time) =>
      time < 1 ? 110 : time < 1.5 ? 0 : time < 1.9 ? 110 : 220,
    );
    const { values } = featureCurve(track, { kind: 'pitch' })!;
    expect(values.every((value) => Math.abs(value - 12) < 0.01)).toBe(true);
    expect(featureCurve(spoken, { kind: 'pitch' })).toBeNull();
  });
  it('the mouth’s parts come from the sounds', () => {
    const jaw = featureCurve(spoken, { kind: 'articulation', dimension: 'jaw' })!;
    expect(Math.max(...jaw.values.slice(55, 68))).toBeGreaterThan(0.3);
    expect(jaw.values[10]).toBeLessThan(0.1);
  });
  it('are the same for a louder recording, shifted by how much louder it is', () => {
    const varied = withLevel(spoken, (time) => 12 * Math.sin(9 * time));
    const louder = withLevel(varied, () => 17);
    const [a, b] = [varied, louder].map((track) => fittedEnds(track.loudness, track, 'loudness'));
    expect(b!.low - a!.low).toBeCloseTo(17);
    expect(b!.high - a!.high).toBeCloseTo(17);
    expect(a!.high - a!.low).toBeGreaterThan(15);
  });
  it('leave nearly nothing of the speech outside', () => {
    const varied = withLevel(spoken, (time) => 9 * Math.sin(40 * time) + 3 * Math.cos(13 * time));
    const { low, high } = fittedEnds(varied.loudness, varied, 'loudness');
    const values = spokenValues(varied.loudness, varied);
    const outside = values.filter((value) => value < low || value > high).length;
    expect(outside / values.length).toBeLessThanOrEqual(0.04);
  });
  it('lie apart even where a voice is always as loud, or silent', () => {
    for (const track of [spoken, testTrack([0, 2])]) {
      const { low, high } = fittedEnds(track.loudness, track, 'loudness');
      expect(high - low).toBeGreaterThanOrEqual(8);
    }
  });
});

describe('accents', () => {
  it('stand on the vowel of each unit; what is louder, higher and longer is stressed more', () => {
    const stressed = withPitch(
      withLevel(spoken, (time) => (time > 0.8 && time < 1.1 ? 9 : 0)),
      (time) => (time > 0.8 && time < 1.1 ? 190 : 110),
    );
    const accents = accentsOf(stressed);
    expect(accents.map(({ start }) => start)).toEqual([0.5, 0.8, 1.6]);
    const [a, da, me] = accents.map(({ strength }) => strength);
    expect(da).toBeGreaterThan(a!);
    expect(da).toBeGreaterThan(me!);
    expect(accents.every(({ strength }) => strength >= 0 && strength <= 1)).toBe(true);
  });
  it('stand on the loudest syllable of a word', () => {
    const word = testTrack([10, 0.2, 'today'], [4, 0.1, 'today'], [12, 0.2, 'today'], [0, 0.2]);
    const startOf = (loud: (time: number) => number) => accentsOf(withLevel(word, loud))[0]!.start;
    expect(startOf((time) => (time < 0.2 ? 6 : 0))).toBe(0);
    expect(startOf((time) => (time > 0.3 ? 6 : 0))).toBeCloseTo(0.3);
  });
  it('are none where nothing is said, and found without a pitch', () => {
    expect(accentsOf(testTrack([0, 1]))).toEqual([]);
    expect(accentsOf(spoken).every(({ strength }) => Number.isFinite(strength))).toBe(true);
    expect(
      unitFeatures(unitCurves(spoken), spokenUnits(spoken)).flat().every(Number.isFinite),
    ).toBe(true);
  });
});
