import { readVectorDrawing } from '@cruvo/core/formats';
import {
  type Compositing,
  type Frame,
  type FrameItem,
  drawingItem,
  groupItem,
  shapesItem,
} from '@cruvo/core/frame';
import { IDENTITY, type Matrix, scaling, translation } from '@cruvo/core/geometry';
import { plainPicture } from '../testing/plainPicture';
import type { ImageStore, Picture } from './images';
import { Painter } from './painter';

const SIZE = { width: 40, height: 20 };

const svg = (inside: string): Picture<string> => ({
  kind: 'vector',
  drawing: readVectorDrawing(
    `<svg viewBox="10 0 40 20"><defs><linearGradient id="g"><stop offset="0" stop-color="#ffffff"/><stop offset="1"/></linearGradient><radialGradient id="r"><stop offset="0"/><stop offset="1" stop-color="#ffffff"/></radialGradient></defs>${inside}</svg>`,
  ),
});
const rect = (color: string) => svg(`<rect x="10" y="0" width="20" height="10" fill="${color}"/>`);
const images: ImageStore<string> = new Map<string, Picture<string>>([
  ['red', rect('#ff0000')],
  ['blue', rect('#0000ff')],
  ['half', rect('rgba(0, 0, 255, 0.5)')],
  ['line', svg('<path d="M12 5H30" fill="none" stroke="#00ff00" stroke-width="4"/>')],
  [
    'flat',
    svg(
      '<g transform="scale(4 1)"><path d="M4 10H6" fill="none" stroke="#00ff00" stroke-width="2"/></g>',
    ),
  ],
  ['ramp', svg('<rect x="10" width="40" height="20" fill="url(#g)"/>')],
  ['egg', svg('<rect x="10" width="40" height="20" fill="url(#r)"/>')],
  ['photo', { kind: 'raster', image: '#00ff00' }],
]);
const item = (media: string, matrix: Matrix = IDENTITY) => {
  const kind = media === 'photo' ? 'raster' : 'vector';
  return drawingItem(media, { kind, media, ...SIZE }, matrix);
};
const frame = (...items: FrameItem[]): Frame => ({ ...SIZE, background: '#102030', items });

const painter = new Painter(plainPicture);
const [RED, BLUE, GREEN, PAPER] = [
  [255, 0, 0, 255],
  [0, 0, 255, 255],
  [0, 255, 0, 255],
  [0x10, 0x20, 0x30, 255],
];
const NOTHING = [0, 0, 0, 0];

/** The colours at some places of a painted picture. */
function colorsAt(
  pixels: Uint8ClampedArray,
  places: readonly (readonly [x: number, y: number])[],
  width = SIZE.width,
) {
  return places.map(([x, y]) => [...pixels.subarray(4 * (y * width + x), 4 * (y * width + x) + 4)]);
}
const paint = (...items: FrameItem[]) => painter.paintFrame(frame(...items), images, SIZE);

describe('Painter', () => {
  it('covers everything with the background first, the frame’s own, another or none', () => {
    const corner = (background?: string | null) =>
      colorsAt(painter.paintFrame(frame(), images, SIZE, background), [
        [0, 0],
        [39, 19],
      ]);
    expect(corner()).toEqual([PAPER, PAPER]);
    expect(corner('#ff0000')).toEqual([RED, RED]);
    expect(corner(null)).toEqual([NOTHING, NOTHING]);
  });

  it('paints from back to front', () => {
    const pixels = paint(item('red'), item('blue', translation(10, 4)));
    expect(
      colorsAt(pixels, [
        [4, 4],
        [15, 6],
        [25, 12],
        [35, 18],
      ]),
    ).toEqual([RED, BLUE, BLUE, PAPER]);
  });

  it('fits and centres a frame', () => {
    const pixels = painter.paintFrame(frame(item('red')), images, { width: 80, height: 80 });
    const places = [
      [1, 19],
      [1, 21],
      [39, 39],
      [41, 39],
    ] as const;
    expect(colorsAt(pixels, places, 80)).toEqual([PAPER, RED, RED, PAPER]);
  });

  it('draws lines, also stretched in units of their own', () => {
    const line = colorsAt(paint(item('line')), [
      [10, 2],
      [10, 3],
      [10, 6],
      [10, 7],
      [1, 4],
    ]);
    expect(line).toEqual([PAPER, GREEN, GREEN, PAPER, PAPER]);
    const flat = colorsAt(paint(item('flat')), [
      [7, 8],
      [7, 9],
      [7, 10],
      [7, 11],
    ]);
    expect(flat).toEqual([PAPER, GREEN, GREEN, PAPER]);
  });

  it('fills with gradients along lines and around middles', () => {
    const grey = (pixels: Uint8ClampedArray, x: number, y: number) =>
      colorsAt(pixels, [[x, y]])[0]![0]!;
    const ramp = paint(item('ramp'));
    expect([0, 20, 39].map((x) => grey(ramp, x, 10))).toEqual(
      [252, 125, 3].map((value) => expect.closeTo(value, -0.7)),
    );
    // The circle is stretched with what it fills.
    const egg = paint(item('egg'));
    expect(grey(egg, 20, 10)).toBeLessThan(18);
    expect(Math.abs(grey(egg, 30, 10) - grey(egg, 20, 15))).toBeLessThan(16);
    expect(grey(egg, 39, 10)).toBeGreaterThan(235);
  });

  it('paints pictures where they lie, over what is there', () => {
    const pixels = paint(item('red'), item('photo', [0.5, 0, 0, 0.5, 10, 5]));
    expect(
      colorsAt(pixels, [
        [5, 5],
        [15, 8],
        [29, 14],
        [31, 14],
      ]),
    ).toEqual([RED, GREEN, GREEN, PAPER]);
  });

  it('paints shapes that are made for a frame', () => {
    const shape = { path: 'M0 0H4V4H0Z', fill: '#ff0000', fillRule: 'nonzero' as const };
    const shapes = shapesItem('s', [{ ...shape, stroke: null, opacity: 1 }], scaling(2));
    expect(
      colorsAt(paint(shapes), [
        [7, 7],
        [9, 7],
      ]),
    ).toEqual([RED, PAPER]);
  });

  it('leaves out a picture that is not there', () => {
    expect(colorsAt(paint(item('lost'), item('red')), [[2, 2]])).toEqual([RED]);
    expect(colorsAt(paint(item('lost')), [[2, 2]])).toEqual([PAPER]);
  });

  it('reuses its memory', () => {
    const first = paint(item('red'), groupItem('g', [item('blue')], { opacity: 0.5 }));
    paint(item('ramp'), item('photo'));
    expect(paint(item('red'), groupItem('g', [item('blue')], { opacity: 0.5 }))).toEqual(first);
  });
});

describe('groups', () => {
  const group = (change: Partial<Compositing>, ...items: FrameItem[]) =>
    groupItem('group', items, change);
  const near = (color: readonly number[]) => color.map((value) => expect.closeTo(value, -0.5));

  it('are seen inside their clip path, where it stands', () => {
    const box = { x: 0, y: 0, width: 5, height: 5 };
    const clip = { path: 'M0 0h5v5h-5Z', box, matrix: [2, 0, 0, 1, 4, 0] as const };
    expect(
      colorsAt(paint(group({ clip }, item('red'))), [
        [3, 2],
        [5, 2],
        [13, 4],
        [15, 4],
        [6, 6],
      ]),
    ).toEqual([PAPER, RED, RED, PAPER, PAPER]);
  });

  it('fade as one', () => {
    const both = group({ opacity: 0.5 }, item('red'), item('blue', translation(10, 0)));
    expect(
      colorsAt(paint(both), [
        [5, 5],
        [15, 5],
      ]),
    ).toEqual([near([136, 16, 24, 255]), near([8, 16, 152, 255])]);
  });

  it('are seen only within what they are clipped by, as strongly as that is', () => {
    const masked = group({ mask: [item('half', translation(10, 0))] }, item('red'));
    expect(
      colorsAt(paint(masked), [
        [5, 5],
        [15, 5],
        [25, 5],
      ]),
    ).toEqual([PAPER, near([136, 16, 24, 255]), PAPER]);
  });

  it('mix with what lies beneath', () => {
    const multiplied = group({ blend: 'multiply' }, item('red', translation(10, 0)));
    const pixels = paint(item('blue'), multiplied);
    expect(
      colorsAt(pixels, [
        [5, 5],
        [15, 5],
        [25, 5],
      ]),
    ).toEqual([BLUE, [0, 0, 0, 255], [0x10, 0, 0, 255]]);
  });

  const inner = group({ blend: 'multiply' }, item('red'));
  it('that mix mix with what lies beneath a group around them, but not where that is one', () => {
    const box = { x: 0, y: 0, width: 10, height: 10 };
    const clip = { path: 'M0 0h10v10h-10Z', box, matrix: IDENTITY };
    const places = [
      [5, 5],
      [15, 5],
    ] as const;
    const beneath = item('blue');
    expect(colorsAt(paint(beneath, group({ clip }, inner)), places)).toEqual([
      [0, 0, 0, 255],
      BLUE,
    ]);
    expect(colorsAt(paint(beneath, groupItem('outer', [inner], {})), places)).toEqual([
      [0, 0, 0, 255],
      [0, 0, 0, 255],
    ]);
    const mask = [item('red')];
    expect(colorsAt(paint(beneath, group({ mask }, inner)), places)).toEqual([RED, RED]);
  });
  it('that mix keep what is see-through around a clip', () => {
    const box = { x: 0, y: 0, width: 10, height: 10 };
    const clip = { path: 'M0 0h10v10h-10Z', box, matrix: IDENTITY };
    const pixels = painter.paintFrame(
      frame(item('half'), group({ clip }, inner)),
      images,
      SIZE,
      null,
    );
    const [inside, outside] = colorsAt(pixels, [
      [5, 5],
      [15, 5],
    ]);
    expect(outside).toEqual(near([0, 0, 255, 128]));
    expect(inside![3]).toBe(255);
  });

  it('that lie outside are not painted', () => {
    const away = item('red', translation(900, 0));
    expect(colorsAt(paint(group({ opacity: 0.5 }, away)), [[39, 5]])).toEqual([PAPER]);
  });
});
