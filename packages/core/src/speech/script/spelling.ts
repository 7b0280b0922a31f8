import { halves } from './ipa';

/**
 * English letters to phones, longest pattern first: a guess for words that no dictionary has, good
 * enough to find where the word stands. `$` is the word's end.
 */
const RULES: readonly (readonly [letters: string, phones: string])[] = [
  ['tion', 'sh ah n'],
  ['sion', 'zh ah n'],
  ['ough', 'ao'],
  ['augh', 'ao'],
  ['igh', 'ay'],
  ['tch', 'ch'],
  ['dge', 'jh'],
  ['sch', 's k'],
  ['eau', 'ow'],
  ['ous', 'ah s'],
  ['ture', 'ch er'],
  ['qu', 'k w'],
  ['ch', 'ch'],
  ['sh', 'sh'],
  ['ph', 'f'],
  ['th', 'th'],
  ['wh', 'w'],
  ['gh', 'g'],
  ['ck', 'k'],
  ['ng', 'ng'],
  ['kn', 'n'],
  ['wr', 'r'],
  ['ce', 's'],
  ['ci', 's ih'],
  ['cy', 's iy'],
  ['ee', 'iy'],
  ['ea', 'iy'],
  ['ie', 'iy'],
  ['ei', 'ey'],
  ['ey', 'iy'],
  ['ai', 'ey'],
  ['ay', 'ey'],
  ['oo', 'uw'],
  ['ou', 'aw'],
  ['ow', 'ow'],
  ['oa', 'ow'],
  ['oi', 'oy'],
  ['oy', 'oy'],
  ['au', 'ao'],
  ['aw', 'ao'],
  ['ew', 'uw'],
  ['ue', 'uw'],
  ['er', 'er'],
  ['ir', 'er'],
  ['ur', 'er'],
  ['ar', 'aa r'],
  ['or', 'ao r'],
  ['le$', 'ah l'],
  ['es$', 'z'],
  ['e$', ''],
  ['y$', 'iy'],
  ['a', 'ae'],
  ['b', 'b'],
  ['c', 'k'],
  ['d', 'd'],
  ['e', 'eh'],
  ['f', 'f'],
  ['g', 'g'],
  ['h', 'hh'],
  ['i', 'ih'],
  ['j', 'jh'],
  ['k', 'k'],
  ['l', 'l'],
  ['m', 'm'],
  ['n', 'n'],
  ['o', 'aa'],
  ['p', 'p'],
  ['q', 'k'],
  ['r', 'r'],
  ['s', 's'],
  ['t', 't'],
  ['u', 'ah'],
  ['v', 'v'],
  ['w', 'w'],
  ['x', 'k s'],
  ['y', 'ih'],
  ['z', 'z'],
];

/** The phones that a word's spelling suggests; empty where it has no letter of the Latin alphabet. */
export function guessFromSpelling(word: string): number[] {
  const letters = `${word.normalize('NFD').replace(/[^a-z]/g, '')}$`;
  const phones: number[] = [];
  for (let at = 0; at < letters.length - 1;) {
    const [pattern, said] = RULES.find(([pattern]) => letters.startsWith(pattern, at))!;
    const length = pattern.replace('$', '').length;
    // A doubled letter is one sound.
    const doubled =
      length === 1 && letters[at] === letters[at - 1] && !'aeiou'.includes(letters[at]!);
    if (!doubled && said) phones.push(...said.split(' ').flatMap(halves));
    at += length;
  }
  return phones;
}
