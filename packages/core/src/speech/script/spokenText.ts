import { sayable } from './script';

/**
 * A script as a synthetic voice is given it: only what is said, with the names of a production written as they sound.
 *
 * @param own words and what they sound like; those in IPA between slashes stay as they are written
 */
export function spokenText(
  script: string,
  own: readonly { readonly word: string; readonly like: string }[],
): string {
  const likes = new Map(
    own
      .filter(({ like }) => !like.trim().startsWith('/'))
      .map(({ word, like }) => [word.toLowerCase(), like]),
  );
  return sayable(script)
    .replace(/[\p{L}\p{N}][\p{L}\p{M}\p{N}']*/gu, (word) => likes.get(word.toLowerCase()) ?? word)
    .replace(/\s+/g, ' ')
    .trim();
}
