import { IDENTITY, pathBounds, translation, type Matrix } from '../geometry';
import { meshOf, type BentMesh } from '../mesh';
import { bentShapes as bentIn, toleranceAt } from './bentShapes';
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
/** The shapes, and what their outlines cover. */
function bentShapes(given: VectorDrawing, how: BentMesh, toMesh: Matrix) {
  return bentIn(given, how, toMesh, 0.01).map((one) => {
    const xs = one.outline.flatMap(({ points }) => [...points].filter((_, at) => at % 2 === 0));
    const ys = one.outline.flatMap(({ points }) => [...points].filter((_, at) => at % 2 === 1));
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    return { ...one, x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
  });
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
    bentShapes(drawing(...paths.map((path) => shape(path))), turned, IDENTITY).forEach(
      (after, at) => {
        const before = pathBounds(paths[at]!);
        expect(after.x).toBeCloseTo(-(before.y + before.height), 1);
        expect(after.y).toBeCloseTo(before.x, 1);
        expect(after.width).toBeCloseTo(before.height, 1);
        expect(after.height).toBeCloseTo(before.width, 1);
      },
    );
  });
  it('bends straight lines where the mesh bends', () => {
    const wavy = bent((x, y) => [x, y + 20 * Math.sin((Math.PI * x) / 100)]);
    const [line] = bentShapes(drawing(shape('M0 20L100 20')), wavy, IDENTITY);
    expect(line!.height).toBeCloseTo(20, 0);
    expect(line!.outline[0]!.points.length).toBeGreaterThan(10);
  });
  it('takes gradients along, but for those of lines in units of their own', () => {
    const stops = [{ offset: 0, color: '#000000' }];
    const linear = { kind: 'linear', x1: 10, y1: 10, x2: 90, y2: 10, stops } as const;
    const radial = { kind: 'radial', cx: 50, cy: 20, r: 9, fx: 52, fy: 20, stops } as const;
    const line = { width: 2, cap: 'butt', join: 'miter', miterLimit: 4 } as const;
    const transform = { path: 'M5 5L45 15', matrix: [2, 0, 0, 2, 0, 0] as const };
    const path = 'M10 10L90 30';
    const [one, other] = bentShapes(
      drawing(
        shape(path, { fill: linear, stroke: { ...line, paint: linear, transform } }),
        shape(path, {
          fill: { ...radial, transform: null },
          stroke: { ...line, paint: linear, transform: null },
        }),
      ),
      turned,
      IDENTITY,
    );
    const rounded = (paint: object) =>
      Object.fromEntries(
        Object.entries(paint).map(([key, value]) => [
          key,
          typeof value === 'number' ? Math.round(value) : (value as unknown),
        ]),
      );
    expect(rounded(one!.fill as object)).toEqual({ ...linear, x1: -10, y1: 10, x2: -10, y2: 90 });
    expect(one!.stroke).toEqual(linear);
    expect(rounded(other!.fill as object)).toMatchObject({ cx: -20, cy: 50, fx: -20, fy: 52 });
    expect(rounded(other!.stroke as object)).toMatchObject({ x1: -10, y1: 10 });
  });
  it('takes gradients along that are in units of their own', () => {
    const paint = {
      ...({ kind: 'radial', cx: 5, cy: 4, r: 2, fx: 5, fy: 4 } as const),
      stops: [{ offset: 0, color: '#000000' }],
      transform: { path: 'M2 2H9V8Z', matrix: [8, 0, 0, 4, 3, 2] as const },
    };
    const [one] = bentShapes(drawing(shape('M19 10H75V34Z', { fill: paint })), turned, IDENTITY);
    const { transform } = one!.fill as typeof paint;
    const expected = [0, 8, -4, 0, -2, 3];
    transform.matrix.forEach((value, at) => expect(value).toBeCloseTo(expected[at]!));
  });
  it('may lie elsewhere in its mesh, in other units', () => {
    const toMesh = [0.5, 0, 0, 0.5, 20, 10] as const;
    const [one] = bentShapes(
      drawing(shape('M0 0H40V40H0Z')),
      bent((x, y) => [x + 3, y - 2]),
      toMesh,
    );
    expect([one!.x, one!.y]).toEqual([expect.closeTo(6), expect.closeTo(-4)]);
  });
  it('is as fine as it is seen', () => {
    const points = (scale: number) =>
      bentIn(drawing(shape('M10 20C40 0 60 40 90 20')), turned, IDENTITY, toleranceAt(scale))[0]!
        .outline[0]!.points.length;
    expect(points(16)).toBeGreaterThan(1.5 * points(1));
    expect(toleranceAt(3)).toBe(toleranceAt(4));
    expect(toleranceAt(3)).toBeLessThan(toleranceAt(2));
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
