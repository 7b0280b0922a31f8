import { createCanvas, loadImage, type Canvas } from '@napi-rs/canvas';
import { compile, type SceneMaterial } from '@cruvo/core/program';
import { GOLDEN_TIMES, richPictures } from '@cruvo/core/testing';
import { drawingsOf, loadImages } from '../images';

/** Pixels of one golden frame; half the rich scene's stage. */
export const CELL = { width: 480, height: 270 } as const;
const COLUMNS = 4;

/** The golden frames side by side, row by row, in one PNG. */
export const GOLDEN_FILE = new URL('../../golden/rich-scene.png', import.meta.url).pathname;

/** A scene with the pictures of the rich one, ready to be painted in Node. */
export async function sceneInNode(material: SceneMaterial) {
  const program = compile(material);
  const pictures = richPictures();
  const images = await loadImages(drawingsOf(program), async (media) =>
    Buffer.from(pictures.get(media)!),
  );
  return { program, images };
}

/** One picture with a cell for each golden time. */
export function sheetOf(cells: readonly Canvas[]): Canvas {
  const sheet = createCanvas(COLUMNS * CELL.width, Math.ceil(cells.length / COLUMNS) * CELL.height);
  const context = sheet.getContext('2d');
  cells.forEach((cell, at) => {
    const { x, y } = placeOf(at);
    context.drawImage(cell, x, y);
  });
  return sheet;
}

const placeOf = (at: number) => ({
  x: (at % COLUMNS) * CELL.width,
  y: Math.floor(at / COLUMNS) * CELL.height,
});

/** The golden frames as they are kept: RGBA of each cell. */
export async function goldenFrames(file = GOLDEN_FILE): Promise<Uint8ClampedArray[]> {
  const image = await loadImage(file);
  const canvas = createCanvas(image.width, image.height);
  const context = canvas.getContext('2d');
  context.drawImage(image, 0, 0);
  return GOLDEN_TIMES.map((_, at) => {
    const { x, y } = placeOf(at);
    return context.getImageData(x, y, CELL.width, CELL.height).data;
  });
}

/** Share of colour values that are off by more than `much` of 255. */
export function shareOfValuesOff(
  one: ArrayLike<number>,
  other: ArrayLike<number>,
  much: number,
): number {
  if (one.length !== other.length) return 1;
  let off = 0;
  for (let at = 0; at < one.length; at++) {
    const apart = one[at]! - other[at]!;
    if (apart > much || apart < -much) off++;
  }
  return off / one.length;
}
