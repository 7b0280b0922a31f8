import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '@cruvo/core/problem';
import type { MediaStore } from './store';

/**
 * Writes a working voice into a file.
 *
 * @param name what to call it in messages
 * @throws Problem where it is no longer there, or no sound
 */
export async function fetchVoice(
  media: Pick<MediaStore, 'info' | 'read'>,
  working: string,
  path: string,
  name: string,
): Promise<void> {
  const { size, type } = await media.info(working);
  if (type !== 'audio/wav') {
    throw new Problem('bad-input', `The voice “${name}” is not a sound. Bring it in again.`);
  }
  await pipeline(Readable.from(media.read(working, 0, size)), createWriteStream(path));
}
