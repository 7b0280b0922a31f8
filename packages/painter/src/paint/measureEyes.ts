import {
  type Character,
  type Coverage,
  type PartPicture,
  boundsOfPart,
  branchOf,
  partsOf,
  pictureOfPart,
  reachWithin,
} from '@cruvo/core/character';
import { multiply, scaling, translation } from '@cruvo/core/geometry';
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
    const white = pictureOfPart(branchOf(partsOf(character), eye.white), character.drawings);
    const pupil = boundsOfPart(character, eye.pupil);
    if (!white || !pupil) return eye;
    return { ...eye, reach: reachWithin(coverageOf(painter, images, white), pupil) };
  });
  return { ...character, eyes: { ...character.eyes, pupils } };
}

/** Where a part covers what is beneath, alone and as drawn. */
function coverageOf<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  { items, box }: PartPicture,
): Coverage {
  const cell = Math.max(box.width, box.height) / CELLS;
  const columns = Math.max(1, Math.ceil(box.width / cell));
  const rows = Math.max(1, Math.ceil(box.height / cell));
  const view = multiply(scaling(1 / cell), translation(-box.x, -box.y));
  const pixels = painter.paintItems(items, images, view, { width: columns, height: rows });
  const alpha = new Uint8Array(columns * rows).map((_, at) => pixels[at * 4 + 3]!);
  return { x: box.x, y: box.y, cell, columns, rows, alpha };
}
