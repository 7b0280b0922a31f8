import { testTrack } from '../testing/testTrack';
import { readArpabet } from './script/pronouncer';
import { replaceRange } from './replaceRange';
import { textTrack } from './textTrack';
import { scriptWithWord, silentPart, squeezedInto, wordEdgeMoved, wordsJoined } from './wordEdits';

const words = [
  { text: 'the', start: 0.2, end: 0.4 },
  { text: 'fog', start: 0.4, end: 0.9 },
  { text: 'again', start: 1.2, end: 1.8 },
];

describe('an edge of a word that is moved', () => {
  it('takes the neighbour along that it touches', () => {
    expect(wordEdgeMoved(words, 0, 'end', 0.5)).toEqual([
      { start: 0.2, end: 0.5, text: 'the' },
      { start: 0.5, end: 0.9, text: 'fog' },
    ]);
    expect(wordEdgeMoved(words, 1, 'start', 0.3)).toEqual([
      { start: 0.2, end: 0.3, text: 'the' },
      { start: 0.3, end: 0.9, text: 'fog' },
    ]);
  });
  it('leaves stillness behind where there was none beside it', () => {
    expect(wordEdgeMoved(words, 1, 'end', 0.7)).toEqual([
      { start: 0.4, end: 0.7, text: 'fog' },
      { start: 0.7, end: 0.9, text: '' },
    ]);
    expect(wordEdgeMoved(words, 2, 'start', 1.3)).toEqual([
      { start: 1.2, end: 1.3, text: '' },
      { start: 1.3, end: 1.8, text: 'again' },
    ]);
    expect(wordEdgeMoved(words, 1, 'end', 1)).toEqual([{ start: 0.4, end: 1, text: 'fog' }]);
  });
  it('goes no further than its neighbours, and leaves every word a little', () => {
    expect(wordEdgeMoved(words, 1, 'end', 5)).toEqual([{ start: 0.4, end: 1.2, text: 'fog' }]);
    expect(wordEdgeMoved(words, 2, 'start', 0)).toEqual([{ start: 0.9, end: 1.8, text: 'again' }]);
    const [, fog] = wordEdgeMoved(words, 0, 'end', 5);
    expect(fog!.end - fog!.start).toBeCloseTo(0.04);
    expect(wordEdgeMoved(words, 0, 'start', -3)[0]).toMatchObject({ start: 0, text: 'the' });
    expect(wordEdgeMoved(words, 9, 'start', 0)).toEqual([]);
  });
});

it('two words become one', () => {
  expect(wordsJoined(words, 1)).toEqual({ start: 0.4, end: 1.8, text: 'fogagain' });
  expect(wordsJoined(words, 2)).toBeNull();
});

describe('words that are put into a stretch', () => {
  const said = textTrack([{ text: 'fog', ways: [readArpabet('F AA1 G')] }]);

  it('fill it evenly, and change nothing around it', () => {
    const part = squeezedInto(said, 0.6);
    expect(part.sounds.map(({ word }) => word)).toEqual(['fog', 'fog', 'fog']);
    expect(part.sounds[0]!.start).toBe(0);
    expect(part.sounds.at(-1)!.end).toBeCloseTo(0.6);
    expect(part.words).toMatchObject([{ text: 'fog', start: 0 }]);
    const whole = testTrack([0, 0.5], [10, 1], [0, 0.5]);
    const changed = replaceRange(whole, part, { start: 0.7, end: 1.3 });
    expect(changed.sounds.map(({ viseme }) => viseme)).toEqual([0, 10, 2, 10, 5, 10, 0]);
    expect(changed.words).toHaveLength(1);
    expect(changed.words[0]!.start).toBeCloseTo(0.7);
  });
  it('are none where nothing is said', () => {
    expect(silentPart(0.5, said)).toMatchObject({ duration: 0.5, words: [] });
    expect(squeezedInto(textTrack([]), 0.5).sounds).toEqual(silentPart(0.5, said).sounds);
  });
});

describe('a script in which a word is written anew', () => {
  const script = 'ISBEL: The fog, the fog! Again?';
  const heard = ['The', 'fog', 'the', 'fog', 'Again'].map((text) => ({ text, start: 0, end: 0 }));
  it('changes the one that was meant', () => {
    expect(scriptWithWord(script, heard, 3, 'frog')).toBe('ISBEL: The fog, the frog! Again?');
    expect(scriptWithWord(script, heard, 2, 'thefog', 2)).toBe('ISBEL: The fog, thefog! Again?');
  });
  it('stays as it is where the word is not found', () => {
    expect(scriptWithWord('Other words', heard, 1, 'frog')).toBe('Other words');
  });
});
