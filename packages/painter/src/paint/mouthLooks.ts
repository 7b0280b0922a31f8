import {
  branchOf,
  mouthLookOf,
  partsOf,
  pictureOfPart,
  type Character,
  type MouthLook,
} from '@cruvo/core/character';
import { multiply, scaling, translation } from '@cruvo/core/geometry';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Pixels of the longest side of all drawings; a border of one stays free. */
const ACROSS = 96;

/** How drawings of one mouth look, measured in their pixels at one scale, by the ids of their parts. */
export function mouthLooks<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Pick<Character, 'parts' | 'drawings'>,
  ids: readonly string[],
): ReadonlyMap<string, MouthLook> {
  const parts = partsOf(character);
  const pictures = ids.flatMap((id) => {
    const picture = pictureOfPart(branchOf(parts, id), character.drawings);
    return picture ? [[id, picture] as const] : [];
  });
  const largest = Math.max(...pictures.map(([, { box }]) => Math.max(box.width, box.height)));
  const scale = ACROSS / largest;
  return new Map(
    pictures.map(([id, { items, box }]) => {
      const size = {
        width: Math.ceil(box.width * scale) + 2,
        height: Math.ceil(box.height * scale) + 2,
      };
      const view = multiply(
        translation(1, 1),
        multiply(scaling(scale), translation(-box.x, -box.y)),
      );
      const data = painter.paintItems(items, images, view, size);
      return [id, mouthLookOf({ data, ...size })];
    }),
  );
}
