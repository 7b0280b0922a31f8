import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { confirmedWords } from './repeatedWords';

/** A word by its place in the script with how unlike it sounds, or other speech. */
type Piece = readonly [word: number, loss: number] | 'other';
/** Frames of a word, and of other speech. */
const WORD = 10;
const OTHER = 40;

function heard(pieces: readonly Piece[]) {
  let at = 0;
  const located: { word: number; way: number; start: number; end: number }[] = [];
  const laid: { text: string; loss: number; start: number; end: number }[] = [];
  const added: { start: number; end: number }[] = [];
  for (const piece of pieces) {
    const start = at;
    at += piece === 'other' ? OTHER : WORD;
    const span = { start, end: at };
    if (piece === 'other') added.push(span);
    else {
      located.push({ word: piece[0], way: 0, ...span });
      laid.push({ text: String(piece[0]), loss: piece[1], ...span });
    }
  }
  return { located, laid, added };
}

function kept(...pieces: readonly Piece[]): number[] {
  const { located, laid, added } = heard(pieces);
  return confirmedWords(located, laid, added).map(({ word }) => word);
}

describe('confirmedWords', () => {
  it('keeps what is said once, however it sounds and whatever is said between', () => {
    expect(kept([0, 0.1], 'other', [1, 3], 'other', [4, 5])).toEqual([0, 1, 4]);
  });
  it('keeps words that an actor says again, also after a word of excuse', () => {
    expect(kept([0, 0.1], [1, 0.2], [0, 0.3], [1, 0], [2, 0.1])).toEqual([0, 1, 0, 1, 2]);
    const phrase = [0, 1, 2, 3, 4].map((word): Piece => [word, 0.1]);
    expect(kept(...phrase, 'other', ...phrase, [5, 0])).toEqual([0, 1, 2, 3, 4, 0, 1, 2, 3, 4, 5]);
  });
  it('keeps a stutter', () => {
    expect(kept([0, 0.1], [0, 0.4], [0, 0.2], [1, 0])).toEqual([0, 0, 0, 1]);
  });
  it('leaves out words strewn over other speech, after the right ones and before them', () => {
    const phrase = [0, 1, 2, 3].map((word): Piece => [word, 0.1]);
    const strewn: Piece[] = ['other', [0, 0.8], 'other', [2, 1.1], 'other', [3, 0.3], 'other'];
    expect(kept(...phrase, ...strewn)).toEqual([0, 1, 2, 3]);
    expect(kept(...strewn, ...phrase)).toEqual([0, 1, 2, 3]);
  });
  it('leaves out a run that sounds unlike its words', () => {
    expect(kept([0, 0.1], [1, 0.2], [0, 3], [1, 2.5])).toEqual([0, 1]);
  });
  it('gives words in the order in which they came, and loses none', () => {
    const word = fc.tuple(fc.nat({ max: 6 }), evenly(0, 6));
    const piece: fc.Arbitrary<Piece> = fc.oneof(word, fc.constant('other' as const));
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 16 }), (pieces) => {
        const { located, laid, added } = heard(pieces);
        const said = confirmedWords(located, laid, added);
        expect(located.filter((each) => said.includes(each))).toEqual(said);
        const words = (list: typeof said) => new Set(list.map((each) => each.word));
        expect(words(said)).toEqual(words(located));
      }),
    );
  });
});
