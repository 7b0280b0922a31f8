import {
  CHARACTER_VERSION,
  NO_BODY,
  NO_EYES,
  plainPart,
  type Character,
  type Part,
} from '../character';
import type { Box } from '../geometry';
import { inTable } from '../records';
import { hash } from './testScene';

/** A character of 200 by 260 units whose parts are pictures in boxes, each turning about its middle. */
export function boxBody(boxes: Readonly<Record<string, Box>>): Character {
  return {
    ...{ schemaVersion: CHARACTER_VERSION, name: 'Body', width: 200, height: 260, ...NO_BODY },
    ...{ mouth: null, eyes: NO_EYES },
    drawings: Object.fromEntries(
      Object.entries(boxes).map(([id, box]) => [id, { kind: 'raster', media: hash('a'), ...box }]),
    ),
    parts: inTable<Part>(
      Object.entries(boxes).map(([id, { x, y, width, height }]) => {
        const pivot = { x: x + width / 2, y: y + height / 2 };
        return plainPart({ id, name: id, drawing: id, pivot });
      }),
    ),
  };
}
