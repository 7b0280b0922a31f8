import { readVectorDrawing } from '@cruvo/core/formats';
import { drawingItem, groupItem, shapesItem, type FrameItem } from '@cruvo/core/frame';
import { IDENTITY, scaling, translation, type Matrix } from '@cruvo/core/geometry';
import { overhangOfDrawing, pixelBoxOf } from './bounds';
import type { Gallery } from './gallery';

const svg = (inside: string) =>
  readVectorDrawing(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="10 0 100 50">${inside}</svg>`,
  );
const inside = svg('<rect x="20" y="10" width="30" height="20"/>');
const beyond = svg('<rect x="0" y="10" width="30" height="20"/>');
const gallery: Gallery<string> = new Map([
  ['inside', { kind: 'vector', drawing: inside }],
  ['beyond', { kind: 'vector', drawing: beyond }],
  ['photo', { kind: 'raster', image: 'photo' }],
]);
const item = (media: string, matrix: Matrix = IDENTITY) =>
  drawingItem(
    media,
    { kind: media === 'photo' ? 'raster' : 'vector', media, width: 200, height: 100 },
    matrix,
  );
const canvas = { width: 640, height: 480 };
const boxOf = (one: FrameItem, view: Matrix = IDENTITY) => pixelBoxOf([one], gallery, view, canvas);

it.each([
  ['nothing', inside, 0],
  ['its left', beyond, 0.1],
  ['its right', svg('<rect x="100" y="0" width="30" height="20"/>'), 0.2],
  ['above', svg('<rect x="20" y="-40" width="30" height="20"/>'), 0.4],
  ['below', svg('<rect x="20" y="40" width="30" height="20"/>'), 0.1],
] as const)('finds how far a drawing reaches out: %s', (_where, drawing, share) => {
  expect(overhangOfDrawing(drawing)).toBeCloseTo(share);
  expect(overhangOfDrawing(drawing)).toBeCloseTo(share);
});

describe('the pixels that an item may touch', () => {
  it('are whole, with one more on each side', () => {
    expect(boxOf(item('photo', translation(10.2, 20.7)))).toEqual({
      ...{ x: 9, y: 19, width: 203, height: 103 },
    });
    expect(boxOf(item('inside', translation(10, 20)), scaling(2))).toEqual({
      ...{ x: 19, y: 39, width: 402, height: 202 },
    });
  });
  it('end with the canvas', () => {
    expect(boxOf(item('photo', translation(-50, 400)))).toEqual({
      ...{ x: 0, y: 399, width: 151, height: 81 },
    });
    expect(boxOf(item('photo', translation(900, 0)))).toMatchObject({ width: 0 });
    expect(pixelBoxOf([], gallery, IDENTITY, canvas)).toMatchObject({ width: 0, height: 0 });
  });
  it('hold what reaches out of a drawing, also inside groups and masks', () => {
    const wide = { x: 79, y: 79, width: 242, height: 142 };
    const out = item('beyond', translation(100, 100));
    expect(boxOf(out)).toEqual(wide);
    expect(boxOf(groupItem('g', [out], { opacity: 0.5 }))).toEqual(wide);
    const masked = groupItem('g', [item('inside', translation(100, 100))], { mask: [out] });
    expect(boxOf(masked)).toEqual(wide);
    expect(boxOf(item('lost', translation(100, 100)))).toMatchObject({ x: 99 });
    expect(boxOf(shapesItem('s', [], IDENTITY))).toMatchObject({ x: 0, y: 0, width: 1, height: 1 });
  });
  it('of several are those of all', () => {
    const both = [item('photo', translation(0, 0)), item('photo', translation(300, 0))];
    expect(pixelBoxOf(both, gallery, IDENTITY, canvas)).toMatchObject({ x: 0, width: 501 });
  });
});
