import { readFile } from 'node:fs/promises';
import { Problem } from '@cruvo/core/problem';
import { LONGEST_SCRIPT, type PreparedScript } from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';

/** A character takes at most this many bytes in UTF-8. */
const BYTES_PER_CHARACTER = 4;

/**
 * Reads a script and makes it ready; null where none is named.
 *
 * @throws Problem where it can't be read, is no text, or its language is not known
 */
export async function readScriptFile(
  path: string | undefined,
  language: string,
): Promise<PreparedScript | null> {
  if (path === undefined) return null;
  const bytes = await readFile(path).catch(() => {
    throw new Problem('not-found', `The script “${path}” can’t be read.`);
  });
  if (bytes.length > BYTES_PER_CHARACTER * LONGEST_SCRIPT)
    throw new Problem('too-large', `The script “${path}” is too long to be one.`);
  return prepareScriptHere(textOf(bytes, path), language);
}

function textOf(bytes: Uint8Array, path: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Problem('bad-input', `The script “${path}” is no plain text in UTF-8.`);
  }
}
