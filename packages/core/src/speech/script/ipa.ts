import { phoneIndex, PHONES } from '../model/phones';

/**
 * The network's nearest phones to each sign of the International Phonetic Alphabet as espeak-ng writes
 * it. Chosen first for the mouth (what lips and jaw do is seen), then for the sound. Longest signs first.
 */
const NEAREST: readonly (readonly [ipa: string, phones: string])[] = [
  // Diphthongs and affricates
  ...([
    ['aɪə', 'ay ah'],
    ['aʊə', 'aw ah'],
    ['tʃ', 'ch'],
    ['dʒ', 'jh'],
    ['tɕ', 'ch'],
    ['dʑ', 'jh'],
    ['tʂ', 'ch'],
    ['dʐ', 'jh'],
    ['ts', 't s'],
    ['dz', 'd z'],
    ['pf', 'p f'],
    ['aɪ', 'ay'],
    ['aʊ', 'aw'],
    ['eɪ', 'ey'],
    ['oʊ', 'ow'],
    ['əʊ', 'ow'],
    ['ɔɪ', 'oy'],
    ['ɔʏ', 'oy'],
    ['ɔø', 'oy'],
    ['ɪə', 'ih ah'],
    ['eə', 'eh ah'],
    ['ʊə', 'uh ah'],
    ['ɛɾ', 'eh r'],
    ['ɑɹ', 'aa r'],
    ['ɔɹ', 'ao r'],
  ] as const),
  // Nasal vowels
  ...([
    ['ɑ̃', 'aa'],
    ['ɛ̃', 'ae'],
    ['ɔ̃', 'ao'],
    ['œ̃', 'ah'],
  ] as const),
  // Vowels
  ...([
    ['i', 'iy'],
    ['ɪ', 'ih'],
    ['ᵻ', 'ih'],
    ['ɨ', 'ih'],
    ['y', 'uw'],
    ['ʏ', 'uh'],
    ['ʉ', 'uw'],
    ['e', 'eh'],
    ['ɛ', 'eh'],
    ['ø', 'uh'],
    ['œ', 'uh'],
    ['æ', 'ae'],
    ['a', 'aa'],
    ['ɑ', 'aa'],
    ['ɐ', 'ah'],
    ['ɒ', 'aa'],
    ['ʌ', 'ah'],
    ['ə', 'ah'],
    ['ɚ', 'er'],
    ['ɜ', 'er'],
    ['ɝ', 'er'],
    ['ɵ', 'uh'],
    ['ɤ', 'uh'],
    ['ɔ', 'ao'],
    ['o', 'ao'],
    ['ʊ', 'uh'],
    ['u', 'uw'],
    ['ɯ', 'uh'],
  ] as const),
  // Consonants
  ...([
    ['p', 'p'],
    ['b', 'b'],
    ['β', 'b'],
    ['m', 'm'],
    ['ɱ', 'm'],
    ['f', 'f'],
    ['ɸ', 'f'],
    ['v', 'v'],
    ['ʋ', 'v'],
    ['θ', 'th'],
    ['ð', 'dh'],
    ['t', 't'],
    ['ʈ', 't'],
    ['d', 'd'],
    ['ɖ', 'd'],
    ['ɾ', 'd'],
    ['s', 's'],
    ['z', 'z'],
    ['ʃ', 'sh'],
    ['ɕ', 'sh'],
    ['ʂ', 'sh'],
    ['ʒ', 'zh'],
    ['ʑ', 'zh'],
    ['ʐ', 'zh'],
    ['ç', 'hh'],
    ['x', 'hh'],
    ['χ', 'hh'],
    ['ħ', 'hh'],
    ['h', 'hh'],
    ['ɦ', 'hh'],
    ['ɣ', 'g'],
    ['ʁ', 'r'],
    ['ʀ', 'r'],
    ['r', 'r'],
    ['ɹ', 'r'],
    ['ɻ', 'r'],
    ['k', 'k'],
    ['q', 'k'],
    ['c', 'k'],
    ['ɡ', 'g'],
    ['g', 'g'],
    ['ɟ', 'g'],
    ['ŋ', 'ng'],
    ['n', 'n'],
    ['ɲ', 'n y'],
    ['ɳ', 'n'],
    ['l', 'l'],
    ['ɫ', 'l'],
    ['ɭ', 'l'],
    ['ʎ', 'l y'],
    ['j', 'y'],
    ['ɥ', 'w'],
    ['w', 'w'],
    ['ʍ', 'w'],
  ] as const),
];

/**
 * The phones of a word in IPA; stress, length and other signs that no mouth shows are passed over.
 *
 * @returns the network's phones; empty where no sign is known
 */
export function phonesOfIpa(ipa: string): number[] {
  const text = ipa.normalize('NFD').replace(/[\u0361\u200d]/g, '');
  const signs = NEAREST.map(([sign, phones]) => [sign.normalize('NFD'), phones] as const);
  const found: number[] = [];
  for (let at = 0; at < text.length;) {
    const match = signs.find(([sign]) => text.startsWith(sign, at));
    if (match) found.push(...match[1].split(' ').flatMap(halves));
    at += match ? match[0].length : 1;
  }
  return found;
}

/** A phone as the network tells it: a diphthong is two. @param phone ARPAbet in lower case, without stress */
export function halves(phone: string): number[] {
  return (PHONES as readonly string[]).includes(phone)
    ? [phoneIndex(phone)]
    : [phoneIndex(`${phone}1`), phoneIndex(`${phone}2`)];
}
