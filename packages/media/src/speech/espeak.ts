import pLimit from 'p-limit';
import { Problem } from '@cruvo/core/problem';
import type { Speller } from '@cruvo/core/speech';
import { run } from '../tools';

/** However many ask, one synthesiser runs. */
const oneAtATime = pLimit(1);

/** Words that are said by one run of the synthesiser. */
const WORDS_AT_ONCE = 400;
/** espeak-ng says plain English with a British voice otherwise. */
const VOICES: ReadonlyMap<string, string> = new Map([['en', 'en-us']]);

/**
 * Says words with Debian's espeak-ng, as IPA.
 *
 * @throws Problem 'unavailable' where it is not installed, 'bad-input' where it does not speak the language
 */
export const spellWithEspeak: Speller = async (words, language) => {
  const said = new Map<string, string>();
  for (let from = 0; from < words.length; from += WORDS_AT_ONCE) {
    const batch = words.slice(from, from + WORDS_AT_ONCE);
    const lines = await sayEach(batch, language);
    batch.forEach((word, index) => said.set(word, lines[index]!));
  }
  return said;
};

/** One line for each word. One that comes out as several would shift all after it: it is found by binary search. */
async function sayEach(words: readonly string[], language: string): Promise<string[]> {
  const lines = await oneAtATime(() => say(words, language));
  if (lines.length === words.length) return lines;
  if (words.length === 1) return [lines.join(' ')];
  const half = words.length >> 1;
  return [
    ...(await sayEach(words.slice(0, half), language)),
    ...(await sayEach(words.slice(half), language)),
  ];
}

async function say(words: readonly string[], language: string): Promise<string[]> {
  const text = words.map((word) => `${word.replace(/[^\p{L}\p{M}\p{N}']+/gu, ' ')}\n\n`).join('');
  const { code, stdout } = await run(
    'espeak-ng',
    ['-q', '--ipa', '-v', VOICES.get(language) ?? language, '--stdin'],
    { input: text },
  ).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ENOENT' && !(error instanceof Problem)) throw error;
    throw new Problem(
      'unavailable',
      'The program espeak-ng is not installed on the server, so only English words of the dictionary have exact sounds. Install it with: apt-get install espeak-ng.',
    );
  });
  if (code !== 0) {
    throw new Problem(
      'bad-input',
      `The language “${language}” is not known here. Choose another, or fit the mouths to the voice alone.`,
    );
  }
  return stdout
    .split('\n')
    .map((line) => line.replace(/\([a-z-]+\)/g, '').trim())
    .filter(Boolean);
}
