import {
  type Character,
  boundsOfPart,
  controlsOf,
  itemsOf,
  poseOf,
  mouthWriter,
} from '@cruvo/core/character';
import { IDENTITY, grow, multiply, scaling, translation } from '@cruvo/core/geometry';
import { chartOf, targetOf } from '@cruvo/core/mouth';
import { SILENCE } from '@cruvo/core/speech';
import { browserPainter, showPixels, type BrowserImages } from '@cruvo/painter/browser';

/** A small picture of each mouth drawing, by the drawing's key. */
export type Thumbnails = ReadonlyMap<string, HTMLCanvasElement>;

/** Pixels; drawn at twice the size at which they are mostly shown. */
const WIDTH = 152;
const HEIGHT = 116;
/** How much of the face is seen around the mouth, as a share of its width. */
const MARGIN = 0.08;

/** Paints a character's face around the mouth, once with each mouth that it can show. */
export function paintThumbnails(character: Character, images: BrowserImages): Thumbnails {
  const { mouth } = character;
  if (!mouth) return new Map();
  const region = boundsOfPart(character, mouth.part) ?? wholeOf(character);
  const seen = grow(region, MARGIN * region.width);
  const factor = Math.min(WIDTH / seen.width, HEIGHT / seen.height);
  const left = seen.x + seen.width / 2 - WIDTH / 2 / factor;
  const top = seen.y + seen.height / 2 - HEIGHT / 2 / factor;
  const view = multiply(scaling(factor), translation(-left, -top));
  const controls = controlsOf(character);
  const write = mouthWriter(controls);
  const thumbnails = chartOf(mouth).drawings.map(({ drawing, articulation }) => {
    const canvas = document.createElement('canvas');
    canvas.width = WIDTH;
    canvas.height = HEIGHT;
    const state = { drawing, articulation: { ...targetOf(SILENCE), ...articulation } };
    const values = controls.rest.slice();
    write(values, state);
    const pose = poseOf(character, values);
    const items = itemsOf(character, IDENTITY, pose);
    showPixels(canvas, browserPainter.paintItems(items, images, view, canvas));
    return [drawing, canvas] as const;
  });
  return new Map(thumbnails);
}

const wholeOf = ({ width, height }: Character) => ({ x: 0, y: 0, width, height });
