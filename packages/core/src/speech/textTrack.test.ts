import { readArpabet } from './script/pronouncer';
import { textTrack } from './textTrack';
import { readTrack, writeTrack } from './trackFile';

const word = (text: string, phones: string) => ({ text, ways: [readArpabet(phones)] });

describe('textTrack', () => {
  const track = textTrack([word('marsh', 'M AA1 R SH'), word('boy', 'B OY1')]);
  it('says the sounds of the words in order, still before and after', () => {
    expect(track.sounds.map(({ viseme }) => viseme)).toEqual([0, 1, 10, 9, 6, 1, 13, 12, 0]);
    expect(track.words.map(({ text }) => text)).toEqual(['marsh', 'boy']);
    expect(track.words[1]!.start).toBeCloseTo(track.sounds[5]!.start);
  });
  it('is a track like any other, loud where it speaks', () => {
    expect(readTrack(writeTrack(track))).toEqual(track);
    expect(track.loudness.values[5]).toBeLessThan(-60);
    expect(track.loudness.values[40]).toBe(-20);
  });
  it('rests where the punctuation does, shut and quiet, but not after the last word', () => {
    const clause = { ...word('boy', 'B OY1'), pause: 'clause' as const };
    const sentence = { ...word('marsh', 'M AA1 R SH'), pause: 'sentence' as const };
    const paused = textTrack([clause, sentence, sentence]);
    const rests = paused.sounds.filter(({ viseme }) => viseme === 0);
    expect(rests.map(({ start, end }) => Math.round(100 * (end - start)))).toEqual([
      25, 20, 45, 25,
    ]);
    const [, short] = rests;
    const middle = Math.floor(50 * (short!.start + short!.end));
    expect(paused.loudness.values[middle]).toBeLessThan(-55);
    expect(readTrack(writeTrack(paused))).toEqual(paused);
  });
  it('takes twice as long at half the pace, but for the room around it', () => {
    const words = [word('marsh', 'M AA1 R SH'), word('boy', 'B OY1')];
    const spoken = (pace: number) => textTrack(words, pace).duration - 0.5;
    expect(spoken(75)).toBeCloseTo(2 * spoken(150), 2);
    expect(textTrack(words, 150)).toEqual(textTrack(words));
  });
  it('says nothing for no words', () => {
    expect(textTrack([]).sounds.every(({ viseme }) => viseme === 0)).toBe(true);
  });
});
