import type { Image } from '@napi-rs/canvas';
import { bentItem, drawingItem, type FrameItem } from '@cruvo/core/frame';
import { IDENTITY, multiply, translation, turning, type Matrix } from '@cruvo/core/geometry';
import { isInside, meshOf, outlineBounds, type BentMesh } from '@cruvo/core/mesh';
import { plainPart, type Character } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Picture } from '@cruvo/painter/paint';
import { canvasOf, nodePainter, retainedNodePainter, tracerFor } from '.';

const SIZE = { width: 160, height: 120 };
const BOX = { width: 80, height: 60 };
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 80 60"><rect x="4" y="4" width="72" height="52" rx="9" fill="#2a7f62"/><circle cx="24" cy="30" r="12" fill="#f4c95d"/><path d="M44 14L70 44" stroke="#7b2d26" stroke-width="6" fill="none"/></svg>';

/** The same drawing as shapes and as pixels. */
const vector: Picture<Image> = { kind: 'vector', drawing: readVectorDrawing(SVG) };
const raster: Picture<Image> = {
  kind: 'raster',
  image: (() => {
    const size = { width: 4 * BOX.width, height: 4 * BOX.height };
    const item = drawingItem('d', { kind: 'vector', media: 'v', ...BOX }, IDENTITY);
    const vectors = new Map([['v', vector]]);
    const pixels = nodePainter.paintItems([item], vectors, [4, 0, 0, 4, 0, 0], size);
    return canvasOf(pixels, size) as unknown as Image;
  })(),
};
/** All that shapes can be painted with. */
const RICH_SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 80 60"><defs>
  <linearGradient id="l" gradientUnits="userSpaceOnUse" x1="6" y1="0" x2="40" y2="20"><stop offset="0.2" stop-color="#e4572e"/><stop offset="0.9" stop-color="#17bebb" stop-opacity="0.4"/></linearGradient>
  <radialGradient id="r" cx="0.5" cy="0.5" r="0.5" fx="0.3" fy="0.4"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#76448a"/></radialGradient></defs>
  <rect x="4" y="4" width="34" height="24" fill="url(#l)"/><ellipse cx="58" cy="17" rx="18" ry="11" fill="url(#r)"/>
  <path d="M8 34H32V56H8ZM14 39H26V51H14Z" fill="#2e4057" fill-rule="evenodd" opacity="0.7"/>
  <path d="M40 36L50 54L60 36L64 50" stroke="#7b2d26" stroke-width="4" fill="none" stroke-linejoin="round" stroke-linecap="round"/>
  <path d="M66 32L70 46L74 32" stroke="#1b998b" stroke-width="3" fill="none" stroke-linecap="square" stroke-miterlimit="9"/>
  <g transform="scale(1.6 0.8)"><path d="M2 73H24" stroke="url(#l)" stroke-width="4"/></g></svg>`;
const rich: Picture<Image> = { kind: 'vector', drawing: readVectorDrawing(RICH_SVG) };
const images = new Map<string, Picture<Image>>([
  ['v', vector],
  ['rich', rich],
  ['r', raster],
]);

const mesh = meshOf(
  [
    [
      { x: -2, y: -2 },
      { x: 82, y: -2 },
      { x: 82, y: 62 },
      { x: -2, y: 62 },
    ],
  ],
  [],
);
const bend = (change: (x: number, y: number) => readonly [number, number]): BentMesh => {
  const points = mesh.rest.slice();
  for (let at = 0; at < points.length; at += 2) {
    [points[at], points[at + 1]] = change(mesh.rest[at]!, mesh.rest[at + 1]!);
  }
  return { mesh, points };
};
type Media = 'v' | 'rich' | 'r';
const drawnAs = (media: Media) => (media === 'r' ? 'raster' : 'vector');
const bent = (media: Media, how: BentMesh, matrix: Matrix) =>
  bentItem('arm', { drawn: drawnAs(media), media, ...BOX }, { x: 0, y: 0 }, how, matrix);
const straight = (media: Media, matrix: Matrix) =>
  drawingItem('arm', { kind: drawnAs(media), media, ...BOX }, matrix);

function pixelsOf(item: FrameItem): Uint8ClampedArray {
  return nodePainter.paintFrame({ ...SIZE, background: '#ffffff', items: [item] }, images, SIZE);
}

/** The share of colour values that differ by more than 40. */
function difference(one: Uint8ClampedArray, other: Uint8ClampedArray): number {
  let count = 0;
  one.forEach((value, at) => {
    if (Math.abs(value - other[at]!) > 40) count++;
  });
  return count / one.length;
}

const turn = multiply(translation(45, 25), turning(0.4, { x: 40, y: 30 }));
const rigid = bend((x, y) => [
  turn[0] * x + turn[2] * y + turn[4],
  turn[1] * x + turn[3] * y + turn[5],
]);
const wave = bend((x, y) => [x, y + 12 * Math.sin(x / 14)]);

describe.each([['v'], ['rich'], ['r']] as const)('a bent drawing (%s)', (media) => {
  it('looks as the drawing itself where it is only turned and moved', () => {
    const itself = pixelsOf(straight(media, turn));
    expect(difference(pixelsOf(bent(media, rigid, IDENTITY)), itself)).toBeLessThan(0.006);
    expect(
      difference(
        pixelsOf(
          bent(
            media,
            bend((x, y) => [x, y]),
            turn,
          ),
        ),
        itself,
      ),
    ).toBeLessThan(0.006);
  });
  if (media === 'rich') return;
  it('has no seams: what is painted inside is of one colour without gaps', () => {
    const data = pixelsOf(bent(media, wave, translation(30, 25)));
    // Along the lower part of the drawing there is nothing but green.
    for (let x = 12; x < 70; x++) {
      const y = Math.round(25 + 51 + 12 * Math.sin(x / 14));
      const at = 4 * (y * SIZE.width + 30 + x);
      expect([data[at], data[at + 1], data[at + 2]].map((value) => Math.round(value! / 8))).toEqual(
        [0x2a, 0x7f, 0x62].map((value) => Math.round(value / 8)),
      );
    }
  });
  it('is the same where only what changed is painted', () => {
    const painter = retainedNodePainter();
    const frame = (item: FrameItem) => ({ ...SIZE, background: '#ffffff', items: [item] });
    painter.paintFrame(frame(bent(media, rigid, IDENTITY)), images, SIZE);
    const last = bent(media, wave, translation(30, 25));
    painter.paintFrame(frame(last), images, SIZE);
    const data = painter.plane.read(painter.plane.box);
    expect(difference(data, pixelsOf(last))).toBeLessThan(0.001);
  });
});

it('shapes and pixels of the same drawing bend alike', () => {
  const place = translation(30, 25);
  const [one, other] = [pixelsOf(bent('v', wave, place)), pixelsOf(bent('r', wave, place))];
  expect(difference(one, other)).toBeLessThan(0.01);
  expect(difference(one, pixelsOf(straight('v', place)))).toBeGreaterThan(0.05);
});

it('parts are traced as they are drawn, together, and nothing where nothing is seen', () => {
  const character = {
    drawings: {
      one: { kind: 'vector', media: 'v', x: 10, y: 20, ...BOX },
      other: { kind: 'vector', media: 'v', x: 60, y: 20, ...BOX },
      lost: { kind: 'raster', media: 'nothing', x: 0, y: 0, ...BOX },
    },
    parts: Object.fromEntries(
      ['one', 'other', 'lost', 'group'].map((id) => {
        const drawing = id === 'group' ? null : id;
        return [id, { ...plainPart({ id, name: id, drawing }), order: 'a0' }];
      }),
    ),
  } as unknown as Character;
  const trace = tracerFor(images)(character);
  const outline = trace(['one'])!;
  const { x, y, width, height } = outlineBounds(outline);
  expect([x, y, width, height]).toEqual(
    [14, 24, 72, 52].map((value) => expect.closeTo(value, -0.7)),
  );
  expect([isInside(outline, { x: 50, y: 50 }), isInside(outline, { x: 95, y: 50 })]).toEqual([
    true,
    false,
  ]);
  expect(isInside(trace(['one', 'other'])!, { x: 95, y: 50 })).toBe(true);
  expect([trace(['lost']), trace(['group'])]).toEqual([null, null]);
});
