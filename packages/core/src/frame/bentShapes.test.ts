import { IDENTITY, mappedBox, pathBounds, translation } from '../geometry';
import { meshOf, type BentMesh } from '../mesh';
import { bentShapes as bentIn } from './bentShapes';
import { bentItem, moved } from './item';
import type { VectorDrawing, VectorShape } from './vectorDrawing';

const mesh = meshOf(
  [
    [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 40 },
      { x: 0, y: 40 },
    ],
  ],
  [],
);
const bent = (change: (x: number, y: number) => readonly [number, number]): BentMesh => {
  const points = mesh.rest.slice();
  for (let at = 0; at < points.length; at += 2) {
    [points[at], points[at + 1]] = change(mesh.rest[at]!, mesh.rest[at + 1]!);
  }
  return { mesh, points };
};
const shape = (path: string, more: Partial<VectorShape> = {}): VectorShape => ({
  ...{ path, fill: '#ff0000', fillRule: 'nonzero', stroke: null, opacity: 1, ...more },
});
const drawing = (...shapes: VectorShape[]): VectorDrawing => ({
  viewBox: { x: 0, y: 0, width: 100, height: 40 },
  shapes,
});
/** The shapes, and what their paths cover in units of the drawing. */
function bentShapes(...given: Parameters<typeof bentIn>) {
  const { shapes, toDrawing } = bentIn(...given);
  return shapes.map((one) => ({
    ...one,
    bounds: mappedBox(toDrawing, pathBounds(one.path)),
    scale: toDrawing[0],
  }));
}
const turned = bent((x, y) => [-y, x]);

describe('a vector drawing that is bent', () => {
  it('goes where its mesh goes, lines and curves of every kind', () => {
    const paths = [
      'M10 10H90V30H10Z',
      'M10 20C40 0 60 40 90 20',
      'M10 20Q50 0 90 20T95 30',
      'M20 20A10 8 0 1 0 60 20Z',
    ];
    const shapes = bentShapes(drawing(...paths.map((path) => shape(path))), turned, IDENTITY);
    shapes.forEach(({ bounds: after }, at) => {
      const before = pathBounds(paths[at]!);
      expect(after.x).toBeCloseTo(-(before.y + before.height), 0);
      expect(after.y).toBeCloseTo(before.x, 0);
      expect(after.width).toBeCloseTo(before.height, 0);
      expect(after.height).toBeCloseTo(before.width, 0);
    });
  });
  it('bends straight lines where the mesh bends', () => {
    const wavy = bent((x, y) => [x, y + 20 * Math.sin((Math.PI * x) / 100)]);
    const [line] = bentShapes(drawing(shape('M0 20L100 20')), wavy, IDENTITY);
    expect(line!.bounds.height).toBeCloseTo(20, 0);
    expect(line!.path.split('L').length).toBeGreaterThan(5);
  });
  it('takes gradients along, and outlines in units of their own', () => {
    const stops = [{ offset: 0, color: '#000000' }];
    const linear = { kind: 'linear', x1: 10, y1: 10, x2: 90, y2: 10, stops } as const;
    const stroke = {
      ...{ paint: '#000000', width: 2, cap: 'butt', join: 'miter', miterLimit: 4 },
      transform: { path: 'M5 5L45 15', matrix: [2, 0, 0, 2, 0, 0] as const },
    } as const satisfies VectorShape['stroke'];
    const [filled] = bentShapes(
      drawing(shape('M10 10L90 30', { fill: linear, stroke })),
      turned,
      IDENTITY,
    );
    const fill = filled!.fill as typeof linear;
    const ends = [fill.x1, fill.y1, fill.x2, fill.y2].map((value) => value * filled!.scale);
    expect(ends.map(Math.round)).toEqual([-10, 10, -10, 90]);
    // The line keeps its width in its own units, whatever those of the shapes are.
    const { transform, width } = filled!.stroke!;
    const outline = pathBounds(transform!.path);
    expect(width).toBe(2);
    expect(transform!.matrix[0] * filled!.scale).toBeCloseTo(2);
    expect([outline.x, outline.y, outline.width].map(Math.round)).toEqual([-15, 5, 10]);
  });
  it('may lie elsewhere in its mesh, in other units', () => {
    const toMesh = [0.5, 0, 0, 0.5, 20, 10] as const;
    const [one] = bentShapes(
      drawing(shape('M0 0H40V40H0Z')),
      bent((x, y) => [x + 3, y - 2]),
      toMesh,
    );
    const { x, y } = one!.bounds;
    expect([x, y]).toEqual([expect.closeTo(6), expect.closeTo(-4)]);
  });
});

describe('a bent item', () => {
  const item = (points = mesh.rest, matrix = IDENTITY) =>
    bentItem(
      'arm',
      { drawn: 'raster', media: 'm', width: 100, height: 40 },
      { x: 0, y: 0 },
      { mesh, points },
      matrix,
    );
  it('is another one when a single vertex moves, and the same one else', () => {
    const points = mesh.rest.slice();
    points[7]! += 0.01;
    expect(item(points).version).not.toBe(item().version);
    expect(item(mesh.rest.slice()).version).toBe(item().version);
  });
  it('covers its mesh wherever it is carried', () => {
    const { bounds } = moved(item(), translation(50, 5));
    expect(bounds.x).toBeLessThanOrEqual(50);
    expect(bounds.x + bounds.width).toBeGreaterThanOrEqual(150);
    expect(bounds.y + bounds.height).toBeGreaterThanOrEqual(45);
  });
});
