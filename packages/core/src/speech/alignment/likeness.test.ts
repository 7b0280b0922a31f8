import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { isOfSomethingElse, meanLoss, shareFound, UNLIKE } from './likeness';

const word = (start: number, end: number, loss: number) => ({ text: 'w', start, end, loss });
/** An alignment of so many words said and left out, the share of the speech found, and the loss. */
const alignment = (said: number, missing: number, found: number, loss: number) => ({
  words: new Array<null>(said).fill(null),
  skipped: new Array<string>(missing).fill('w'),
  found,
  loss,
});

describe('meanLoss', () => {
  it('counts words by their length', () => {
    expect(meanLoss([word(0, 10, 1), word(10, 40, 2)])).toBeCloseTo(1.75);
    expect(meanLoss([])).toBe(0);
  });
});

describe('shareFound', () => {
  it('is all where nothing was added and all sounds right', () => {
    expect(shareFound([word(0, 30, 0.2), word(30, 50, 0)], [])).toBe(1);
  });
  it('counts neither additions nor words that sound unlike what was said', () => {
    expect(shareFound([word(0, 30, 0.2)], [{ start: 30, end: 60 }])).toBeCloseTo(0.5);
    expect(shareFound([word(0, 30, 0.2), word(30, 60, UNLIKE)], [])).toBeCloseTo(0.5);
    expect(shareFound([], [{ start: 0, end: 9 }])).toBe(0);
  });
});

describe('isOfSomethingElse', () => {
  it('takes a script that was said', () => {
    expect(isOfSomethingElse(alignment(40, 0, 0.98, 0.1), false)).toBe(false);
    expect(isOfSomethingElse(alignment(40, 0, 0.9, 0.8), true)).toBe(false);
  });
  it('takes a script of the first words of a long voice, whatever follows', () => {
    expect(isOfSomethingElse(alignment(7, 0, 0.1, 0.2), false)).toBe(false);
    expect(isOfSomethingElse(alignment(7, 0, 0.1, 0.2), true)).toBe(false);
  });
  it('takes a script of which an actor left out a third', () => {
    expect(isOfSomethingElse(alignment(20, 10, 0.9, 0.3), false)).toBe(false);
  });
  it('refuses one of which hardly anything was found', () => {
    expect(isOfSomethingElse(alignment(4, 12, 0.2, 1.5), false)).toBe(true);
    expect(isOfSomethingElse(alignment(0, 12, 0, 0), false)).toBe(true);
  });
  it('asks more of languages that are heard loosely', () => {
    const doubtful = alignment(10, 2, 0.8, 0.8);
    expect(isOfSomethingElse(doubtful, false)).toBe(false);
    expect(isOfSomethingElse(doubtful, true)).toBe(true);
  });
  it('never refuses for more being found, or for its sounding more alike', () => {
    const share = evenly(0, 1);
    const loss = evenly(0, 4);
    const count = fc.nat({ max: 20 });
    fc.assert(
      fc.property(
        count,
        count,
        share,
        share,
        loss,
        loss,
        fc.boolean(),
        (said, missing, ...rest) => {
          const [a, b, c, d, foreign] = rest;
          const better = alignment(said, missing, Math.max(a, b), Math.min(c, d));
          const worse = alignment(said, missing, Math.min(a, b), Math.max(c, d));
          if (isOfSomethingElse(better, foreign))
            expect(isOfSomethingElse(worse, foreign)).toBe(true);
        },
      ),
    );
  });
});
