import type { Character, Drawing } from '@cruvo/core/character';
import { pixelsPerUnit } from './characterOut';

const page = (width: number, height: number, kind: Drawing['kind']) =>
  pixelsPerUnit({ width, height, drawings: { a: { kind } } } as unknown as Character);

it.each([
  ['pixels keep their size', page(3000, 2000, 'raster'), 1],
  ['small vectors are painted finely', page(200, 100, 'vector'), 12],
  ['large vectors are not made smaller than they say', page(4000, 100, 'vector'), 1],
  [
    'a page of vectors that no computer could paint is',
    page(21_000, 29_700, 'vector'),
    8192 / 29_700,
  ],
  ['as is one of pixels', page(29_700, 100, 'raster'), 8192 / 29_700],
])('%s', (_, scale, wanted) => expect(scale).toBeCloseTo(wanted, 9));
