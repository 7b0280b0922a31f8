import { branchOf, partsOf, pictureOfPart, type Character } from '@cruvo/core/character';
import { multiply, scaling, translation } from '@cruvo/core/geometry';
import type { MouthRig } from '@cruvo/core/mouth';
import type { ImageStore } from './images';
import type { Painter } from './painter';

type CutMouth = Extract<MouthRig, { kind: 'cut' }>;

/** Cells across a mouth; the curve of its cut has a step for every fourth of them. */
const CELLS = 128;
const STEP = 4;
/** Share of a mouth at each end in which it may be too thin to tell where its middle is. */
const ENDS = 0.04;
/** A drawing that is thicker than this share of its length is no mouth by itself. */
const THICKEST = 0.6;
/** A curve that bends less than this share of the length is straight. */
const STRAIGHT = 0.02;

/**
 * A character whose cut mouth follows its drawing from corner to corner, measured in its pixels: a crescent is not cut
 * along the straight line between its corners, on which nothing of it is drawn. A mouth on a larger drawing stays as it is.
 */
export function withMeasuredMouth<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Character,
): Character {
  const { mouth } = character;
  if (mouth?.kind !== 'cut') return character;
  const found = measured(painter, images, character, mouth);
  return found ? { ...character, mouth: { ...mouth, ...found } } : character;
}

function measured<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Character,
  mouth: CutMouth,
): Pick<CutMouth, 'from' | 'to' | 'curve'> | null {
  const picture = pictureOfPart(branchOf(partsOf(character), mouth.part), character.drawings);
  if (!picture || picture.box.width <= 0) return null;
  const { items, box } = picture;
  const cell = box.width / CELLS;
  const rows = Math.max(1, Math.ceil(box.height / cell));
  const view = multiply(scaling(1 / cell), translation(-box.x, -box.y));
  const pixels = painter.paintItems(items, images, view, { width: CELLS, height: rows });
  const columns = Array.from({ length: CELLS }, (_, x) => columnOf(pixels, x, rows));
  const thick = columns.flatMap((column) => (column ? column.last - column.first + 1 : []));
  if (thick.length < CELLS / 2 || Math.max(...thick) > THICKEST * CELLS) return null;
  const middles = smooth(
    withoutGaps(columns.map((column) => column && (column.first + column.last + 1) / 2)),
  );
  const [first, last] = [Math.round(ENDS * CELLS), Math.round((1 - ENDS) * CELLS) - 1];
  const at = (x: number) => ({ x: box.x + (x + 0.5) * cell, y: box.y + middles[x]! * cell });
  const steps = Math.floor((last - first) / STEP);
  const curve = Array.from({ length: steps + 1 }, (_, step) => {
    const share = step / steps;
    const x = Math.round(first + share * (last - first));
    const onLine = middles[first]! + share * (middles[last]! - middles[first]!);
    return (middles[x]! - onLine) * cell;
  });
  const isStraight = curve.every((value) => Math.abs(value) < STRAIGHT * box.width);
  return { from: at(first), to: at(last), curve: isStraight ? [] : curve };
}

/** The first and the last covered cell of a column; null where none is. */
function columnOf(pixels: Uint8ClampedArray, x: number, rows: number) {
  const covered = Array.from({ length: rows }, (_, y) => pixels[4 * (y * CELLS + x) + 3]! > 127);
  const first = covered.indexOf(true);
  return first < 0 ? null : { first, last: covered.lastIndexOf(true) };
}

/** Where nothing is, what is nearest. */
function withoutGaps(values: readonly (number | null)[]): number[] {
  return values.map((value, at) => {
    if (value !== null) return value;
    for (let away = 1; away < values.length; away++) {
      const near = values[at - away] ?? values[at + away];
      if (near !== null && near !== undefined) return near;
    }
    return 0;
  });
}

function smooth(values: readonly number[]): number[] {
  return values.map((_, at) => {
    const near = values.slice(Math.max(0, at - 2), at + 3);
    return near.reduce((sum, value) => sum + value, 0) / near.length;
  });
}
