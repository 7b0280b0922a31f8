import fc from 'fast-check';
import type { Viseme } from '../visemes';
import { matchSounds, type ComparedSound } from './matchSounds';

/** Sounds of words: "1,10 fog" is lips and an open vowel of that word; "0" is a pause. */
const said = (...words: string[]): ComparedSound[] =>
  words.flatMap((one) => {
    const [sounds, word = null] = one.split(' ');
    return sounds!.split(',').map((viseme) => ({ viseme: Number(viseme) as Viseme, word }));
  });
const FOG = '2,13,5 fog';
const OVER = '13,2,9 over';
const MARSH = '1,10,6 marsh';

it('the same sounds are partners in their order', () => {
  const all = said('0', FOG, OVER, MARSH, '0');
  expect([...matchSounds(all, all)]).toEqual(all.map((_, at) => at));
});

it('words that are new or gone leave the others their partners', () => {
  const before = said(FOG, MARSH);
  const after = said('0', FOG, OVER, MARSH, '0');
  expect([...matchSounds(before, after)]).toEqual([1, 2, 3, 7, 8, 9]);
  expect([...matchSounds(after, before)]).toEqual([-1, 0, 1, 2, -1, -1, -1, 3, 4, 5, -1]);
});

it('a word that is said otherwise keeps its partners within the word', () => {
  const [before, after] = [said('10,9 arm'), said('11,9 Arm,')];
  expect([...matchSounds(before, after)]).toEqual([0, 1]);
});

it('sounds of other words are no partners, however alike', () => {
  expect([...matchSounds(said('1,10 ma'), said('1,10 pa'))]).toEqual([-1, -1]);
});

it('without words the sounds themselves tell', () => {
  const before = said('1,10,4,0,13');
  const after = said('0,1,10,7,4,13');
  expect([...matchSounds(before, after)]).toEqual([1, 2, 4, -1, 5]);
});

it('a pause is no partner of a sound', () => {
  expect([...matchSounds(said('0'), said('10 ah'))]).toEqual([-1]);
  expect(matchSounds([], said('0'))).toHaveLength(0);
});

it('partners are in order, each taken once, and of the same word', () => {
  const vocabulary = [FOG, OVER, MARSH, '0', '4,11,7 tides'];
  const words = fc.array(fc.constantFrom(...vocabulary), { maxLength: 40 });
  fc.assert(
    fc.property(words, words, (one, other) => {
      const [before, after] = [said(...one), said(...other)];
      const partners = [...matchSounds(before, after)];
      const taken = partners.filter((at) => at >= 0);
      expect(taken).toEqual([...new Set(taken)].sort((a, b) => a - b));
      partners.forEach((partner, at) => {
        if (partner >= 0) expect(after[partner]!.word).toBe(before[at]!.word);
      });
    }),
  );
});

it('an hour is matched with another take of it', () => {
  const hour = said(...Array.from({ length: 6000 }, (_, at) => `1,${10 + (at % 4)} w${at % 997}`));
  const shorter = hour.filter((_, at) => at < 3000 || at > 3400);
  const partners = matchSounds(hour, shorter);
  expect(partners.slice(0, 2990).every((partner, at) => partner === at)).toBe(true);
  expect(partners.at(-1)).toBe(shorter.length - 1);
});
