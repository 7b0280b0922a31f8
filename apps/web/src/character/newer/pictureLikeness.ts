import {
  type Drawing,
  type PictureLikeness,
  itemOfDrawing,
  pixelLikeness,
} from '@cruvo/core/character';
import { IDENTITY, type Matrix, multiply, translation } from '@cruvo/core/geometry';
import { browserPainter, type BrowserImages } from '@cruvo/painter/browser';

/** Pixels a side at which pictures are compared: enough to tell a hat from a hand, whatever the line. */
const SIDE = 24;

/** Compares pictures by their look, each painted once into a small square. */
export function lookOf(drawings: readonly Drawing[], images: BrowserImages): PictureLikeness {
  const drawn = new Map(drawings.map((drawing) => [drawing.media, drawing]));
  const painted = new Map<string, Uint8ClampedArray>();
  const pixelsOf = (media: string): Uint8ClampedArray => {
    const known = painted.get(media);
    if (known) return known;
    const pixels = paintedSmall(drawn.get(media)!, images);
    painted.set(media, pixels);
    return pixels;
  };
  return (mine, theirs) => pixelLikeness(pixelsOf(mine), pixelsOf(theirs));
}

/** Premultiplied RGBA of a drawing stretched to the square. */
function paintedSmall(drawing: Drawing, images: BrowserImages): Uint8ClampedArray {
  const stretched: Matrix = [SIDE / drawing.width, 0, 0, SIDE / drawing.height, 0, 0];
  const view = multiply(stretched, translation(-drawing.x, -drawing.y));
  const items = [itemOfDrawing('', drawing, view)];
  const data = browserPainter.paintItems(items, images, IDENTITY, { width: SIDE, height: SIDE });
  for (let at = 0; at < data.length; at += 4) {
    for (let channel = 0; channel < 3; channel++) data[at + channel]! *= data[at + 3]! / 255;
  }
  return data;
}
