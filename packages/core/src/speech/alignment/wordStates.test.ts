import * as fc from 'fast-check';
import { PHONE_COUNT } from '../model/phones';
import { WordStates } from './wordStates';

const way = fc.array(fc.nat(PHONE_COUNT - 1), { minLength: 1, maxLength: 6 });
const words = fc.array(fc.array(way, { minLength: 1, maxLength: 3 }), { maxLength: 5 });

/** The ways of a word, read back from its states. */
function waysOf(states: WordStates, word: number): number[][] {
  const ways: number[][] = [];
  for (let state = states.first[word]!; state < states.first[word + 1]!; state += 2) {
    if (states.opens[state]) ways.push([]);
    ways.at(-1)!.push(states.phones[state]!);
  }
  return ways;
}

describe('WordStates', () => {
  it('gives every phone two states, from which all ways can be read again', () => {
    fc.assert(
      fc.property(words, (said) => {
        const states = new WordStates(said);
        said.forEach((ways, word) => expect(waysOf(states, word)).toEqual(ways));
        states.phones.forEach((phone, at) => expect(states.phones[at ^ 1]).toBe(phone));
      }),
    );
  });
  it('knows which way a state belongs to, and where ways begin and end', () => {
    const states = new WordStates([[[3], [4, 5]], [[6]]]);
    expect([...states.first]).toEqual([0, 6, 8]);
    expect([...states.way]).toEqual([0, 0, 1, 1, 1, 1, 0, 0]);
    expect([...states.opens]).toEqual([1, 0, 1, 0, 0, 0, 1, 0]);
    expect([...states.closes]).toEqual([0, 1, 0, 0, 0, 1, 0, 1]);
  });
});
