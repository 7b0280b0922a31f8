import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { cuesOf } from './cues';
import type { WrittenWord } from './writtenWords';

const words = (text: string, gap = 0): WrittenWord[] =>
  text.split(' ').map((piece, at) => ({
    text: piece,
    start: at * (0.4 + gap),
    end: at * (0.4 + gap) + 0.4,
    pause: piece.endsWith('.') ? 'sentence' : piece.endsWith(',') ? 'clause' : 'none',
  }));
const atMost = (count: number) => (some: readonly WrittenWord[]) => some.length <= count;
const texts = (written: WrittenWord[], most: number) =>
  cuesOf(written, atMost(most)).map((cue) => cue.words.map(({ text }) => text).join(' '));

describe('cues', () => {
  it('hold as many words as fit', () => {
    expect(texts(words('a b c d e'), 2)).toEqual(['a b', 'c d', 'e']);
    expect(texts(words('a b c'), 3)).toEqual(['a b c']);
  });
  it('end where a sentence does, or else a clause, unless little would be left', () => {
    expect(texts(words('a b. c d e f'), 4)).toEqual(['a b.', 'c d e f']);
    expect(texts(words('a b, c. d e f'), 5)).toEqual(['a b, c.', 'd e f']);
    expect(texts(words('a b, c d e'), 4)).toEqual(['a b,', 'c d e']);
    expect(texts(words('a, b c d e'), 4)).toEqual(['a, b c d', 'e']);
    expect(texts(words('a. b c d e'), 4)).toEqual(['a. b c d', 'e']);
  });
  it('end with a long pause', () => {
    const [before, after] = [words('a b'), words('c d')];
    const later = after.map((one) => ({ ...one, start: one.start + 3, end: one.end + 3 }));
    expect(texts([...before, ...later], 9)).toEqual(['a b', 'c d']);
  });
  it('stay a little after their last word, but not into the next', () => {
    const [first, second] = cuesOf(words('a b c d'), atMost(2));
    expect([first!.start, first!.end, second!.start]).toEqual([0, 0.8, 0.8]);
    expect(second!.end).toBeCloseTo(1.6 + 0.7);
  });
  it('take over a word that fits nowhere', () => {
    expect(texts(words('a b'), 0)).toEqual(['a', 'b']);
    expect(cuesOf([], atMost(1))).toEqual([]);
  });
  it('have every word once, in order, and never two at a time', () => {
    const word = fc.constantFrom('a', 'b.', 'c,', 'dd');
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 1, max: 6 }),
        evenly(0, 1.2),
        (said, most, gap) => {
          const cues = cuesOf(words(said.join(' '), gap), atMost(most));
          expect(cues.flatMap((cue) => cue.words.map(({ text }) => text))).toEqual(said);
          cues.forEach(({ start, end, words: own }, at) => {
            expect(own.length).toBeLessThanOrEqual(most);
            expect(end).toBeGreaterThan(start);
            if (at > 0) expect(start).toBeGreaterThanOrEqual(cues[at - 1]!.end);
          });
        },
      ),
    );
  });
});
