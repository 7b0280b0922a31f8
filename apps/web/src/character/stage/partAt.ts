import { type Character, isSeenIn, itemOfDrawing, partsOf, placesOf } from '@cruvo/core/character';
import { IDENTITY, type Point, inverse, mapped, translation } from '@cruvo/core/geometry';
import type { Pose } from '@cruvo/core/pose';
import { browserPainter, type BrowserImages } from '@cruvo/painter/browser';

/** A pixel that is more see-through than this can't be pointed at. */
const SEEN = 24;

/** The foremost part that is seen at a point of the artwork; null where there is none. */
export function partAt(
  character: Character,
  pose: Pose,
  images: BrowserImages,
  point: Point,
): string | null {
  const places = placesOf(character, IDENTITY, pose);
  for (const part of [...partsOf(character)].reverse()) {
    const drawing = part.drawing === null ? undefined : character.drawings[part.drawing];
    if (!drawing || !isSeenIn(partsOf(character), pose, part.id)) continue;
    const place = places.get(part.id)!;
    const { x, y } = mapped(inverse(place), point);
    const bend = pose.get(part.id)?.bend;
    const outside =
      !bend &&
      (x < drawing.x ||
        y < drawing.y ||
        x > drawing.x + drawing.width ||
        y > drawing.y + drawing.height);
    if (outside) continue;
    const view = translation(0.5 - point.x, 0.5 - point.y);
    const items = [itemOfDrawing('', drawing, place, bend)];
    const pixel = browserPainter.paintItems(items, images, view, { width: 1, height: 1 });
    if (pixel[3]! > SEEN) return part.id;
  }
  return null;
}
