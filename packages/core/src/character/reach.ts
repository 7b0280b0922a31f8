import type { Box, Point } from '../geometry';

/** Angles at which it is measured how far a pupil can go. */
const ANGLES = 48;
/** Share of the pupil's radius that stays inside its white; the rest may be cut by the edge. */
const KEPT = 0.7;

/** Where something is drawn: one number a cell, row by row, 0 or more where it is seen. */
export interface Coverage {
  /** Left and upper edge, and side of a cell, in units of the artwork. */
  readonly x: number;
  readonly y: number;
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** 0 to 255 [rows * columns]. */
  readonly alpha: Uint8Array;
}

/** How far a pupil can go in each direction so that its middle stays deep enough inside a white of any shape. */
export function reachWithin(white: Coverage, pupil: Box): number[] {
  const depth = insideDistance(white);
  const center = { x: pupil.x + pupil.width / 2, y: pupil.y + pupil.height / 2 };
  const needed = (KEPT * Math.min(pupil.width, pupil.height)) / 2;
  // A white that is too narrow for the pupil lets it go where it is as deep as at the start.
  const limit = Math.min(needed, Math.max(white.cell, depthAt(white, depth, center) - white.cell));
  const furthest = Math.hypot(white.columns, white.rows) * white.cell;
  return directions().map(({ x, y }) => {
    let far = 0;
    for (let next = white.cell; next < furthest; next += white.cell) {
      const at = { x: center.x + x * next, y: center.y + y * next };
      if (depthAt(white, depth, at) < limit) break;
      far = next;
    }
    return far;
  });
}

/** The same where a white is taken for the oval in its box. */
export function ovalReach(white: Box, pupil: Box): number[] {
  const kept = (KEPT * Math.min(pupil.width, pupil.height)) / 2;
  const [a, b] = [Math.max(0, white.width / 2 - kept), Math.max(0, white.height / 2 - kept)];
  const dx = pupil.x + pupil.width / 2 - (white.x + white.width / 2);
  const dy = pupil.y + pupil.height / 2 - (white.y + white.height / 2);
  if (a === 0 || b === 0) return directions().map(() => 0);
  return directions().map(({ x, y }) => {
    // Where the ray from the pupil's middle meets the oval.
    const p = (x / a) ** 2 + (y / b) ** 2;
    const q = (2 * dx * x) / a ** 2 + (2 * dy * y) / b ** 2;
    const r = (dx / a) ** 2 + (dy / b) ** 2 - 1;
    const root = q * q - 4 * p * r;
    return root <= 0 ? 0 : Math.max(0, (Math.sqrt(root) - q) / (2 * p));
  });
}

function directions(): Point[] {
  return Array.from({ length: ANGLES }, (_, at) => {
    const angle = (2 * Math.PI * at) / ANGLES;
    return { x: Math.cos(angle), y: Math.sin(angle) };
  });
}

/** Distance of each cell to the nearest one that is not covered, in units, by two passes of chamfer steps (Borgefors 1986). */
function insideDistance({ columns, rows, alpha, cell }: Coverage): Float32Array {
  const depth = Float32Array.from(alpha, (value) => (value >= 128 ? Infinity : 0));
  const diagonal = Math.SQRT2;
  const at = (column: number, row: number) =>
    column < 0 || row < 0 || column >= columns || row >= rows ? 0 : depth[row * columns + column]!;
  const relax = (column: number, row: number, back: 1 | -1) => {
    const index = row * columns + column;
    depth[index] = Math.min(
      depth[index]!,
      at(column - back, row) + 1,
      at(column, row - back) + 1,
      at(column - back, row - back) + diagonal,
      at(column + back, row - back) + diagonal,
    );
  };
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) relax(column, row, 1);
  }
  for (let row = rows - 1; row >= 0; row--) {
    for (let column = columns - 1; column >= 0; column--) relax(column, row, -1);
  }
  return depth.map((steps) => steps * cell);
}

function depthAt(
  { x, y, cell, columns, rows }: Coverage,
  depth: Float32Array,
  point: Point,
): number {
  const column = Math.floor((point.x - x) / cell);
  const row = Math.floor((point.y - y) / cell);
  if (column < 0 || row < 0 || column >= columns || row >= rows) return 0;
  return depth[row * columns + column]!;
}
