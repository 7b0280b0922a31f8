import { type Character, itemsOf, poseAtRest } from '@cruvo/core/character';
import { IDENTITY, type Matrix, scaling } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import { canvasOf, loadImages, nodePainter } from '../images';

/**
 * A character as a PNG, see-through around it.
 *
 * @param scale pixels for a unit of the artwork
 * @param as drawn, with every part where the artist left it; or at rest, as it stands in a scene
 */
export async function portraitOf(
  character: Character,
  scale: number,
  as: 'drawn' | 'at rest',
  read: (media: string) => Promise<Buffer>,
): Promise<Buffer> {
  const images = await loadImages(Object.values(character.drawings), read);
  const pixels = (side: number) => Math.max(1, Math.round(side * scale));
  const size = { width: pixels(character.width), height: pixels(character.height) };
  const pose = as === 'drawn' ? AT_REST : poseAtRest(character);
  const view: Matrix = scaling(scale);
  const items = itemsOf(character, IDENTITY, pose);
  return canvasOf(nodePainter.paintItems(items, images, view, size), size).encode('png');
}
