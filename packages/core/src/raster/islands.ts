import { distance, middleOf, unionOf, type Box } from '../geometry';
import type { PixelGrid } from './pixelGrid';

/** Which piece each pixel belongs to, row by row: 1 and up, 0 where nothing is. */
export type PieceMap = Uint8Array;

/** With less opacity a pixel doesn't join what lies on both sides of it, of 255. */
const JOINS = 24;
/** An island with a smaller share of all that is covered goes with the nearest larger one. */
const LEAST = 0.002;
/** More than this are spots rather than parts. */
const MOST = 40;

/** Covered pixels beside each other in one row. */
interface Run {
  readonly row: number;
  readonly from: number;
  /** The first pixel after it. */
  readonly to: number;
}

interface Island {
  readonly runs: readonly Run[];
  readonly box: Box;
  readonly area: number;
}

/**
 * The separate islands of a drawing: pixels that touch each other, at corners too, belong together. Spots go with the
 * island that is nearest, faint pixels with what they surround. Pieces are numbered from the top of the picture.
 *
 * Takes time in proportion to the number of pixels.
 */
export function islandsOf(grid: PixelGrid): PieceMap {
  const map = new Uint8Array(grid.width * grid.height);
  const islands = touching(grid);
  const area = islands.reduce((sum, island) => sum + island.area, 0);
  const large = [...islands]
    .sort((a, b) => b.area - a.area)
    .slice(0, MOST)
    .filter((island, at) => at === 0 || island.area >= LEAST * area);
  const numbered = islands.filter((island) => large.includes(island));
  for (const island of islands) {
    const own = large.includes(island) ? island : nearestTo(island, numbered);
    const number = numbered.indexOf(own) + 1;
    for (const { row, from, to } of island.runs) {
      map.fill(number, row * grid.width + from, row * grid.width + to);
    }
  }
  spread(map, grid);
  return map;
}

function nearestTo(island: Island, others: readonly Island[]): Island {
  const away = ({ box }: Island) => distance(middleOf(box), middleOf(island.box));
  return others.reduce((best, other) => (away(other) < away(best) ? other : best));
}

/** Runs that touch each other, put together row by row. */
function touching(grid: PixelGrid): Island[] {
  const runs = runsOf(grid);
  const leaders = runs.map((_, at) => at);
  const leaderOf = (at: number): number => {
    let leader = at;
    while (leaders[leader] !== leader) leader = leaders[leader] = leaders[leaders[leader]!]!;
    return leader;
  };
  let above = 0;
  for (const [at, { row, from, to }] of runs.entries()) {
    while (runs[above]!.row < row - 1) above++;
    // The row above begins where its runs may still touch this one.
    while (runs[above]!.row === row - 1 && runs[above]!.to < from) above++;
    for (let next = above; runs[next]!.row === row - 1 && runs[next]!.from <= to; next++) {
      const [one, other] = [leaderOf(next), leaderOf(at)];
      leaders[Math.max(one, other)] = Math.min(one, other);
    }
  }
  const groups = new Map<number, Run[]>();
  for (const [at, run] of runs.entries()) {
    const leader = leaderOf(at);
    const group = groups.get(leader);
    if (group) group.push(run);
    else groups.set(leader, [run]);
  }
  return [...groups.values()].map((group) => ({
    runs: group,
    box: unionOf(
      group.map(({ row, from, to }) => ({ x: from, y: row, width: to - from, height: 1 })),
    )!,
    area: group.reduce((sum, { from, to }) => sum + to - from, 0),
  }));
}

function runsOf({ data, width, height }: PixelGrid): Run[] {
  const runs: Run[] = [];
  for (let row = 0; row < height; row++) {
    let from = -1;
    for (let x = 0; x <= width; x++) {
      const joins = x < width && data[4 * (row * width + x) + 3]! >= JOINS;
      if (joins && from < 0) from = x;
      if (joins || from < 0) continue;
      runs.push({ row, from, to: x });
      from = -1;
    }
  }
  return runs;
}

/** Gives faint pixels to the nearest piece, going out from all of them at once; what is not reached goes with the first. */
function spread(map: PieceMap, { data, width, height }: PixelGrid): void {
  const count = width * height;
  const isFaint = (at: number) => map[at] === 0 && data[4 * at + 3]! > 0;
  const beside = (at: number) => {
    const x = at % width;
    return [
      ...(x > 0 ? [at - 1] : []),
      ...(x < width - 1 ? [at + 1] : []),
      ...(at >= width ? [at - width] : []),
      ...(at < count - width ? [at + width] : []),
    ];
  };
  let edge: number[] = [];
  for (let at = 0; at < count; at++) {
    if (isFaint(at) && beside(at).some((other) => map[other]! > 0)) edge.push(at);
  }
  while (edge.length > 0) {
    const pieces = edge.map((at) => map[beside(at).find((other) => map[other]! > 0)!]!);
    edge.forEach((at, place) => (map[at] = pieces[place]!));
    edge = [...new Set(edge.flatMap((at) => beside(at).filter(isFaint)))];
  }
  for (let at = 0; at < count; at++) if (isFaint(at)) map[at] = 1;
}
