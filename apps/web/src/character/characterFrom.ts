import { type Character, characterFromArtwork } from '@cruvo/core/character';
import type { Sent } from '../api/artwork';
import { browserPainter } from '@cruvo/painter/browser';
import { loadImages } from '../studio/stage/browserImages';
import { withMeasuredFace } from '@cruvo/painter/paint';

/** The character that artwork makes, its eyes and mouth measured on the drawings; a saved one as it was. */
export async function characterFrom(name: string, sent: Sent): Promise<Character> {
  if (sent.kind === 'character') return sent.character;
  const assembled = characterFromArtwork(name, sent.artwork);
  const images = await loadImages(Object.values(assembled.drawings));
  return withMeasuredFace(browserPainter, images, assembled);
}
