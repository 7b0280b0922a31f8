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
  it('says nothing for no words', () => {
    expect(textTrack([]).sounds.every(({ viseme }) => viseme === 0)).toBe(true);
  });
});
