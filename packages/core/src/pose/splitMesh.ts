import { bentItem, groupItem, type DrawingItem, type FrameItem } from '../frame';
import { inverse, mapped, mappedBox, multiply, type Matrix } from '../geometry';
import type { Mesh } from '../mesh';

/** One side of what is split along a line. */
export interface SplitSide {
  readonly name: 'upper' | 'lower';
  /** Maps the line's own axes onto the stage: x along it from 0, y to the lower side. */
  readonly alongLine: Matrix;
  readonly length: number;
  /** How far the cut reaches into the other side, units of the artwork. */
  readonly furthest: number;
  /** How far it is moved along the line, towards the lower side; units of the artwork. */
  readonly shift: (x: number) => number;
}

/** Columns of a mesh along the line, and rows beside it at most. */
const COLUMNS = 32;
const MOST_ROWS = 8;
/** How far a mesh reaches over the line, where it is cut; a share of the line. */
const OVER = 0.03;
/** Whole fractions of a unit in which a drawing lies about its line: the same for the same drawing in every frame. */
const GRAIN = 1e6;
const MOST_MESHES = 200;

/** What is drawn of a side, bent with a mesh; it still reaches over the line. */
export function bentSide(item: FrameItem, side: SplitSide): FrameItem {
  const id = `${item.id}/${side.name}`;
  if (item.kind === 'shapes' || item.kind === 'particles') return { ...item, id };
  if (item.kind === 'group') {
    const all = (items: readonly FrameItem[]) => items.map((inner) => bentSide(inner, side));
    return groupItem(id, all(item.items), { ...item, mask: item.mask && all(item.mask) });
  }
  const toDrawing = steady(multiply(inverse(item.matrix), side.alongLine));
  if (item.kind === 'bent') {
    const points = shifted(item.bend.points, toDrawing, side);
    return bentItem(id, item, item.corner, { mesh: item.bend.mesh, points }, item.matrix);
  }
  const mesh = meshBesideLine(item, toDrawing, side);
  const bend = { mesh, points: shifted(mesh.rest, toDrawing, side) };
  return bentItem(id, { ...item, drawn: item.kind }, { x: 0, y: 0 }, bend, item.matrix);
}

/** Points of a drawing, x and y in turn, with their side moved away from the line. */
function shifted(points: Float64Array, toDrawing: Matrix, { shift }: SplitSide): Float64Array {
  const toLine = inverse(toDrawing);
  const moved = points.slice();
  for (let at = 0; at < moved.length; at += 2) {
    const { x } = mapped(toLine, { x: points[at]!, y: points[at + 1]! });
    const away = shift(x);
    moved[at]! += toDrawing[2] * away;
    moved[at + 1]! += toDrawing[3] * away;
  }
  return moved;
}

const meshes = new Map<string, Mesh>();

/** A grid over what lies on one side of the line; the same for the same drawing and line. */
function meshBesideLine(
  { width, height }: DrawingItem,
  toDrawing: Matrix,
  { name, length, furthest }: SplitSide,
): Mesh {
  const key = [name, width, height, length, furthest, ...toDrawing].join(' ');
  let mesh = meshes.get(key);
  if (mesh) meshes.delete(key);
  else mesh = gridBesideLine(mappedBox(inverse(toDrawing), { x: 0, y: 0, width, height }));
  meshes.set(key, mesh);
  if (meshes.size > MOST_MESHES) meshes.delete(meshes.keys().next().value!);
  return mesh;

  function gridBesideLine(around: { x: number; y: number; width: number; height: number }): Mesh {
    const inside = Array.from({ length: COLUMNS + 1 }, (_, at) => (at * length) / COLUMNS);
    const right = around.x + around.width;
    const xs = [...(around.x < 0 ? [around.x] : []), ...inside, ...(right > length ? [right] : [])];
    const over = OVER * length + furthest;
    const [from, to] = name === 'lower' ? [-over, around.y + around.height] : [around.y, over];
    // A side on which nothing is drawn still has its one row.
    const deep = Math.max(to - from, over);
    const rows = Math.max(1, Math.min(MOST_ROWS, Math.round((deep * COLUMNS) / length / 2)));
    const ys = Array.from({ length: rows + 1 }, (_, at) => from + (at * deep) / rows);
    const rest = ys.flatMap((y) =>
      xs.flatMap((x) => {
        const point = mapped(toDrawing, { x, y });
        return [point.x, point.y];
      }),
    );
    const triangles: number[] = [];
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column + 1 < xs.length; column++) {
        const corner = row * xs.length + column;
        const below = corner + xs.length;
        triangles.push(corner, corner + 1, below, corner + 1, below + 1, below);
      }
    }
    return {
      rest: Float64Array.from(rest),
      triangles: Uint16Array.from(triangles),
      ...{ pinned: [], links: [] },
    };
  }
}

/** A map without the last bits, in which it differs from frame to frame. */
function steady(matrix: Matrix): Matrix {
  return matrix.map((value) => Math.round(value * GRAIN) / GRAIN) as unknown as Matrix;
}
