import type { Character } from '@cruvo/core/character';
import type { ImageStore } from './images';
import { withMeasuredEyes } from './measureEyes';
import { withMeasuredMouth } from './measureMouth';
import type { Painter } from './painter';

/** A character that was put together by names, with what only its pixels tell of its eyes and its mouth. */
export function withMeasuredFace<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Character,
): Character {
  return withMeasuredEyes(painter, images, withMeasuredMouth(painter, images, character));
}
