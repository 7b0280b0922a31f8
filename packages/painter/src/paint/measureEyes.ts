import {
  type Character,
  type Coverage,
  boundsOfPart,
  itemsOf,
  partsOf,
  reachWithin,
  withPartList,
} from '@cruvo/core/character';
import { type Box, IDENTITY, multiply, scaling, translation } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Cells across the wider side of a white. */
const CELLS = 96;

/** A character whose pupils know how far they can go in whites of whatever shape, measured on the drawings. */
export function withMeasuredEyes<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Character,
): Character {
  const pupils = character.eyes.pupils.map((eye) => {
    const [white, pupil] = [eye.white, eye.pupil].map((id) => boundsOfPart(character, id));
    if (!white || !pupil) return eye;
    return {
      ...eye,
      reach: reachWithin(coverageOf(painter, images, character, eye.white, white), pupil),
    };
  });
  return { ...character, eyes: { ...character.eyes, pupils } };
}

/** Where a part covers what is beneath, alone and as drawn. */
function coverageOf<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Character,
  part: string,
  box: Box,
): Coverage {
  const cell = Math.max(box.width, box.height) / CELLS;
  const columns = Math.max(1, Math.ceil(box.width / cell));
  const rows = Math.max(1, Math.ceil(box.height / cell));
  const one = partsOf(character).find(({ id }) => id === part)!;
  const alone = withPartList(character, [{ ...one, parent: null, hidden: false, clipped: false }]);
  const view = multiply(scaling(1 / cell), translation(-box.x, -box.y));
  const items = itemsOf(alone, view, AT_REST);
  const size = { width: columns, height: rows };
  const pixels = painter.paintItems(items, images, IDENTITY, size);
  const alpha = new Uint8Array(columns * rows).map((_, at) => pixels[at * 4 + 3]!);
  return { x: box.x, y: box.y, cell, columns, rows, alpha };
}
