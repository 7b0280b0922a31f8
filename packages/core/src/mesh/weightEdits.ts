import type { Box, Point } from '../geometry';
import { FULL_WEIGHT, gridPoints, type WeightGrid } from './softRegion';

/** What a brush does to weights: add to them, take away, or even them out. */
export const BRUSH_MODES = ['add', 'take', 'smooth'] as const;
export type BrushMode = (typeof BRUSH_MODES)[number];

export interface Brush {
  readonly mode: BrushMode;
  /** How far it reaches, in the units of the box. */
  readonly radius: number;
  /** 0 to 1: how much one touch does in its middle. */
  readonly strength: number;
  /** 0 to 1: how much of it fades towards its edge. */
  readonly falloff: number;
}

/** Weights after one touch of a brush. @param box what the grid covers */
export function brushed(grid: WeightGrid, box: Box, at: Point, brush: Brush): WeightGrid {
  const { mode, radius, strength, falloff } = brush;
  const { columns, rows } = grid;
  const weights = gridPoints(grid, box).map(({ x, y }, place) => {
    const before = grid.weights[place]!;
    const away = Math.hypot(x - at.x, y - at.y) / radius;
    if (away >= 1) return before;
    const edge = Math.min(1, (1 - away) / Math.max(1e-3, falloff));
    const much = strength * edge * edge * (3 - 2 * edge);
    const goal =
      mode === 'add'
        ? FULL_WEIGHT
        : mode === 'take'
          ? 0
          : meanAbout(grid, place % columns, Math.floor(place / columns));
    return whole(before + (goal - before) * much);
  });
  return { columns, rows, weights };
}

/** Every weight the same, 0 to 1. */
export function filled({ columns, rows }: WeightGrid, weight: number): WeightGrid {
  return {
    columns,
    rows,
    weights: new Array<number>(columns * rows).fill(whole(FULL_WEIGHT * weight)),
  };
}

/** The right side as the left one is: what lies more to the middle of the box counts for both. */
export function mirroredWeights({ columns, rows, weights }: WeightGrid): WeightGrid {
  return {
    ...{ columns, rows },
    weights: weights.map((_, place) => {
      const [row, column] = [Math.floor(place / columns), place % columns];
      const from = column < columns / 2 ? column : columns - 1 - column;
      return weights[row * columns + from]!;
    }),
  };
}

/** Regions over the same box, so that together they nowhere make more than one. */
export function normalised(grids: readonly WeightGrid[]): WeightGrid[] {
  return grids.map((grid) => ({
    ...grid,
    weights: grid.weights.map((weight, place) => {
      const sum = grids.reduce((total, other) => total + (other.weights[place] ?? 0), 0);
      return sum > FULL_WEIGHT ? Math.floor((weight * FULL_WEIGHT) / sum) : weight;
    }),
  }));
}

/** The mean of a weight and of those beside it. */
function meanAbout({ columns, rows, weights }: WeightGrid, column: number, row: number): number {
  let [sum, count] = [0, 0];
  for (let down = Math.max(0, row - 1); down <= Math.min(rows - 1, row + 1); down++) {
    for (
      let across = Math.max(0, column - 1);
      across <= Math.min(columns - 1, column + 1);
      across++
    ) {
      sum += weights[down * columns + across]!;
      count++;
    }
  }
  return sum / count;
}

function whole(weight: number): number {
  return Math.max(0, Math.min(FULL_WEIGHT, Math.round(weight)));
}
