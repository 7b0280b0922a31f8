import { basename, extname } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { characterFromArtwork, setUpBody, tidyName, type Character } from '@cruvo/core/character';
import type { Voice } from '@cruvo/core/scene';
import { loadImages, nodePainter, tracerFor } from '@cruvo/film/images';
import type { Opened } from '@cruvo/media/sandbox';
import { withMeasuredFace } from '@cruvo/painter/paint';

/** Opens files and keeps what comes of them, here or in a studio. */
export interface Opener {
  voice(path: string): Promise<Voice>;
  /** A character from artwork, set up as far as it was recognised, or one that was saved as a file. */
  character(path: string): Promise<Character>;
  /** Keeps what was heard in a voice. @returns its hash */
  keepTrack(bytes: Uint8Array): Promise<string>;
  media(hash: string): Promise<Readable>;
}

/** The character that opened artwork makes, or that was saved. @param path of the file */
export async function characterFrom(
  brought: Opened['artwork'],
  path: string,
  opener: Pick<Opener, 'media'>,
): Promise<Character> {
  if ('character' in brought) return brought.character;
  const name = tidyName(basename(path, extname(path)));
  const plain = characterFromArtwork(name, brought.artwork);
  const images = await loadImages(Object.values(plain.drawings), async (hash) =>
    buffer(await opener.media(hash)),
  );
  return setUpBody(withMeasuredFace(nodePainter, images, plain), tracerFor(images));
}
