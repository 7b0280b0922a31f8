import { type Character, itemsOf, poseAtRest } from '@cruvo/core/character';
import { IDENTITY, type Matrix, scaling } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import { loadImages, nodeSurface } from '@cruvo/film/images';

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
  const size = [character.width, character.height].map((side) =>
    Math.max(1, Math.round(side * scale)),
  );
  const { canvas, painter } = nodeSurface(size[0]!, size[1]!);
  const pose = as === 'drawn' ? AT_REST : poseAtRest(character);
  const view: Matrix = scaling(scale);
  painter.paintItems(itemsOf(character, IDENTITY, pose), images, view);
  return canvas.encode('png');
}
