import { access, constants, stat } from 'node:fs/promises';
import { extname } from 'node:path';
import { Problem } from '@cruvo/core/problem';

/** Whether a name means a production file: zips are nothing else here. */
export function isProductionFile(name: string): boolean {
  return /\.zip$/i.test(name);
}

/** What is taken for a voice. */
export const VOICE_ENDINGS = ['wav', 'mp3', 'flac', 'ogg', 'opus', 'm4a'];

export function isVoiceFile(name: string): boolean {
  return VOICE_ENDINGS.includes(extname(name).slice(1).toLowerCase());
}

/** @throws Problem where there is no such file */
export async function checkFile(path: string): Promise<void> {
  const found = await stat(path).catch(() => null);
  if (!found) throw new Problem('not-found', `There is no file “${path}”.`);
  if (!found.isFile()) throw new Problem('bad-input', `“${path}” is not a file.`);
}

/** @throws Problem where nothing can be written into a folder */
export async function checkFolder(folder: string): Promise<void> {
  await access(folder, constants.W_OK).catch(() => {
    throw new Problem(
      'not-found',
      `The film can’t be written: there is no writable folder “${folder}”.`,
    );
  });
}
