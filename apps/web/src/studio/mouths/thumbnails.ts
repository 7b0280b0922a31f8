import type { Character } from '@cruvo/core/character';
import { grow, unionOf, type Box } from '@cruvo/core/geometry';
import { operationsOf } from '@cruvo/core/scene';
import { painterFor, type BrowserGallery } from '../stage/browserGallery';

/** A small picture of each mouth drawing, by the drawing's key. */
export type Thumbnails = ReadonlyMap<string, HTMLCanvasElement>;

/** Pixels; drawn at twice the size at which they are mostly shown. */
const WIDTH = 152;
const HEIGHT = 116;
/** How much of the face is seen around the mouth, as a share of its width. */
const MARGIN = 0.14;

/** Paints a character's face around the mouth, once with each of its mouth drawings. */
export function paintThumbnails(character: Character, gallery: BrowserGallery): Thumbnails {
  const region = mouthRegion(character);
  const factor = Math.max(WIDTH / region.width, HEIGHT / region.height);
  const left = region.x + region.width / 2 - WIDTH / 2 / factor;
  const top = region.y + region.height / 2 - HEIGHT / 2 / factor;
  const thumbnails = character.mouth.chart.drawings.map(({ drawing }) => {
    const canvas = document.createElement('canvas');
    canvas.width = WIDTH;
    canvas.height = HEIGHT;
    const operations = operationsOf(character, [1, 0, 0, 1, 0, 0], (part) =>
      part === character.mouth.part ? drawing : null,
    );
    painterFor(canvas).paintOperations(operations, gallery, [
      factor,
      0,
      0,
      factor,
      -left * factor,
      -top * factor,
    ]);
    return [drawing, canvas] as const;
  });
  return new Map(thumbnails);
}

function mouthRegion({ mouth, drawings, width, height }: Character): Box {
  const boxes = mouth.chart.drawings.map(({ drawing }) => drawings[drawing]!);
  const region = unionOf(boxes) ?? { x: 0, y: 0, width, height };
  return grow(region, MARGIN * region.width);
}
