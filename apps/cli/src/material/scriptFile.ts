import { readFile, stat } from 'node:fs/promises';
import { extname } from 'node:path';
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
  return path === undefined ? null : prepareScriptHere(await readScriptText(path), language);
}

/** @throws Problem where a script can't be read, or is no text */
export async function readScriptText(path: string): Promise<string> {
  const bytes = await readFile(path).catch(() => {
    throw new Problem('not-found', `The script “${path}” can’t be read.`);
  });
  if (bytes.length > BYTES_PER_CHARACTER * LONGEST_SCRIPT)
    throw new Problem('too-large', `The script “${path}” is too long to be one.`);
  return textOf(bytes, path);
}

/** hello.txt for hello.wav, if it is there. */
export async function scriptBeside(voice: string): Promise<string | undefined> {
  const script = `${voice.slice(0, voice.length - extname(voice).length)}.txt`;
  const found = script === voice ? null : await stat(script).catch(() => null);
  return found?.isFile() ? script : undefined;
}

function textOf(bytes: Uint8Array, path: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Problem('bad-input', `The script “${path}” is no plain text in UTF-8.`);
  }
}
