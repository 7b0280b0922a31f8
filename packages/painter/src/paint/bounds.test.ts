import { readVectorDrawing } from '@cruvo/core/formats';
import { type FrameItem, drawingItem, groupItem, shapesItem } from '@cruvo/core/frame';
import { IDENTITY, type Matrix, scaling, translation } from '@cruvo/core/geometry';
import { paintedBoxOf, pixelBoxOf } from './bounds';
import type { ImageStore } from './images';

const svg = (inside: string) =>
  readVectorDrawing(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="10 0 100 50">${inside}</svg>`,
  );
const inside = svg('<rect x="20" y="10" width="30" height="20"/>');
const beyond = svg('<rect x="0" y="10" width="30" height="20"/>');
const images: ImageStore<string> = new Map([
  ['inside', { kind: 'vector', drawing: inside }],
  ['beyond', { kind: 'vector', drawing: beyond }],
  ['nothing', { kind: 'vector', drawing: svg('') }],
  ['photo', { kind: 'raster', image: 'photo' }],
]);
const item = (media: string, matrix: Matrix = IDENTITY) =>
  drawingItem(
    media,
    { kind: media === 'photo' ? 'raster' : 'vector', media, width: 200, height: 100 },
    matrix,
  );
const canvas = { width: 640, height: 480 };
const boxOf = (one: FrameItem, view: Matrix = IDENTITY) => pixelBoxOf([one], images, view, canvas);

it('finds what a drawing paints of its box, or beyond it', () => {
  const painted = (media: string) => paintedBoxOf(images.get(media)!, item(media));
  for (let again = 0; again < 2; again++) {
    expect(painted('inside')).toEqual({ x: 20, y: 20, width: 60, height: 40 });
    expect(painted('beyond')).toEqual({ x: -20, y: 20, width: 60, height: 40 });
    expect(painted('nothing')).toEqual({ x: 0, y: 0, width: 0, height: 0 });
    expect(painted('photo')).toEqual({ x: 0, y: 0, width: 200, height: 100 });
  }
});

describe('the pixels that an item may touch', () => {
  it('are whole, with one more on each side', () => {
    expect(boxOf(item('photo', translation(10.2, 20.7)))).toEqual({
      ...{ x: 9, y: 19, width: 203, height: 103 },
    });
    // What the drawing doesn't paint of its box is left out.
    expect(boxOf(item('inside', translation(10, 20)), scaling(2))).toEqual({
      ...{ x: 59, y: 79, width: 122, height: 82 },
    });
  });
  it('end with the canvas', () => {
    expect(boxOf(item('photo', translation(-50, 400)))).toEqual({
      ...{ x: 0, y: 399, width: 151, height: 81 },
    });
    expect(boxOf(item('photo', translation(900, 0)))).toMatchObject({ width: 0 });
    expect(pixelBoxOf([], images, IDENTITY, canvas)).toMatchObject({ width: 0, height: 0 });
  });
  it('hold what reaches out of a drawing, also inside groups and masks', () => {
    const out = item('beyond', translation(100, 100));
    expect(boxOf(out)).toEqual({ x: 79, y: 119, width: 62, height: 42 });
    const wide = { x: 79, y: 79, width: 242, height: 142 };
    expect(boxOf(groupItem('g', [out], { opacity: 0.5 }))).toEqual(wide);
    const masked = groupItem('g', [item('inside', translation(100, 100))], { mask: [out] });
    expect(boxOf(masked)).toEqual(wide);
    const nested = groupItem('g', [groupItem('h', [out], {})], { opacity: 0.5 });
    expect(boxOf(nested)).toEqual(wide);
    expect(boxOf(item('lost', translation(100, 100)))).toMatchObject({ x: 99 });
    expect(boxOf(shapesItem('s', [], IDENTITY))).toMatchObject({ x: 0, y: 0, width: 1, height: 1 });
  });
  it('of several are those of all', () => {
    const both = [item('photo', translation(0, 0)), item('photo', translation(300, 0))];
    expect(pixelBoxOf(both, images, IDENTITY, canvas)).toMatchObject({ x: 0, width: 501 });
  });
});
