/**
 * The words of a layer's name, lower case: parted at anything but letters and digits, where a capital follows a
 * small letter, and between letters and digits. "MouthAh_02 copy.png" is mouth, ah, 2.
 */
export function wordsOf(name: string): string[] {
  return name
    .normalize('NFKC')
    .replace(/\.(png|jpe?g|webp|svg)$/i, '')
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replace(/(\p{Lu}+)(\p{Lu}\p{Ll})/gu, '$1 $2')
    .replace(/(\p{L})(\p{N})|(\p{N})(\p{L})/gu, '$1$3 $2$4')
    .toLowerCase()
    .split(/[^\p{L}\p{M}\p{N}]+/u)
    .filter((word) => word !== '' && !EMPTY.has(word))
    .map((word) => (/^\p{N}+$/u.test(word) ? String(Number(word)) : word));
}

/** Words that drawing programs and habits add, and that say nothing. */
const EMPTY: ReadonlySet<string> = new Set([
  'layer',
  'group',
  'folder',
  'copy',
  'shape',
  'path',
  'merged',
  'img',
  'image',
  'the',
  'of',
  'and',
  'my',
]);

/** A word without its plural ending. */
export function singular(word: string): string {
  if (word.length > 4 && word.endsWith('ves')) return `${word.slice(0, -3)}f`;
  if (word.length > 3 && /(sh|ch|ss|x)es$/.test(word)) return word.slice(0, -2);
  return word.length > 3 && word.endsWith('s') && !word.endsWith('ss') ? word.slice(0, -1) : word;
}

/** Letters of scripts that put no spaces between words. */
const TOGETHER = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}ー]/u;

/** Whether a word is of a script that puts no spaces between words. */
export const isWrittenTogether = (word: string) => TOGETHER.test(word);

/** Letters that stand for others where nobody has the keys for them. */
const PLAIN: Readonly<Record<string, string>> = {
  ...{ ß: 'ss', œ: 'oe', æ: 'ae', ø: 'o', ł: 'l', ı: 'i', đ: 'd' },
};

/** A word without accents, which many leave out; scripts that need their marks keep them. */
export function plainLetters(word: string): string {
  if (isWrittenTogether(word)) return word;
  return word
    .toLowerCase()
    .replace(/[ßœæøłıđ]/g, (letter) => PLAIN[letter]!)
    .normalize('NFD')
    .replace(/\p{M}/gu, '');
}
