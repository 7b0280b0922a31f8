// Bending a mesh as rigidly as possible, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by
// `npm run kernel`. What is computed, and why, says src/mesh/deformation.ts.

import { solveBanded } from './banded';

/**
 * @param data of the mesh, one after the other: float64 rest [count][2], weights [edges], shares [holds][count],
 *   band [free][width + 1]; int32 starts [count + 1], neighbours [edges], free vertices [free], unknown [count]
 * @param moves float64 [holds][6]: cosine, sine, fromX, fromY, toX, toY
 * @param points float64 [count][2]: where the vertices go
 * @param scratch float64 [count][2] and [free][2]
 */
export function deform(
  data: usize,
  count: i32,
  edges: i32,
  holds: i32,
  free: i32,
  width: i32,
  rounds: i32,
  moves: usize,
  points: usize,
  scratch: usize,
): void {
  const rest = data;
  const weights = rest + ((<usize>count) << 4);
  const shares = weights + ((<usize>edges) << 3);
  const band = shares + ((<usize>(holds * count)) << 3);
  const starts = band + ((<usize>(free * (width + 1))) << 3);
  const neighbours = starts + ((<usize>(count + 1)) << 2);
  const freeVertices = neighbours + ((<usize>edges) << 2);
  const unknown = freeVertices + ((<usize>free) << 2);
  const right = scratch + ((<usize>count) << 4);
  blend(rest, shares, count, holds, moves, points);
  for (let round = 0; round < rounds; round++) {
    fitRotations(rest, weights, starts, neighbours, count, points, scratch);
    for (let at = 0; at < free; at++) {
      const vertex = load<i32>(freeVertices + ((<usize>at) << 2));
      v128.store(
        right + ((<usize>at) << 4),
        rightSide(vertex, rest, weights, starts, neighbours, unknown, points, scratch),
      );
    }
    solveBanded(band, free, width, right);
    for (let at = 0; at < free; at++) {
      const vertex = load<i32>(freeVertices + ((<usize>at) << 2));
      v128.store(points + ((<usize>vertex) << 4), v128.load(right + ((<usize>at) << 4)));
    }
  }
}

/** The movements of the holds, blended. */
function blend(
  rest: usize,
  shares: usize,
  count: i32,
  holds: i32,
  moves: usize,
  points: usize,
): void {
  memory.fill(points, 0, (<usize>count) << 4);
  for (let hold = 0; hold < holds; hold++) {
    const move = moves + <usize>hold * 48;
    const cosine = load<f64>(move);
    const sine = load<f64>(move, 8);
    const from = v128.load(move, 16);
    const to = v128.load(move, 32);
    // The columns of the rotation.
    const alongX = f64x2.replace_lane(f64x2.splat(cosine), 1, sine);
    const alongY = f64x2.replace_lane(f64x2.splat(cosine), 0, -sine);
    let share = shares + ((<usize>(hold * count)) << 3);
    for (let vertex = 0; vertex < count; vertex++, share += 8) {
      const much = load<f64>(share);
      if (much === 0) continue;
      const away = f64x2.sub(v128.load(rest + ((<usize>vertex) << 4)), from);
      const turned = f64x2.add(
        f64x2.mul(alongX, f64x2.splat(f64x2.extract_lane(away, 0))),
        f64x2.mul(alongY, f64x2.splat(f64x2.extract_lane(away, 1))),
      );
      const point = points + ((<usize>vertex) << 4);
      const moved = f64x2.mul(f64x2.splat(much), f64x2.add(to, turned));
      v128.store(point, f64x2.add(v128.load(point), moved));
    }
  }
}

/** The rotation of each vertex, as cosine and sine, that brings its edges nearest to where they are. */
function fitRotations(
  rest: usize,
  weights: usize,
  starts: usize,
  neighbours: usize,
  count: i32,
  points: usize,
  rotations: usize,
): void {
  for (let vertex = 0; vertex < count; vertex++) {
    const own = v128.load(rest + ((<usize>vertex) << 4));
    const now = v128.load(points + ((<usize>vertex) << 4));
    let cosine: f64 = 0;
    let sine: f64 = 0;
    const end = load<i32>(starts + ((<usize>vertex) << 2), 4);
    for (let edge = load<i32>(starts + ((<usize>vertex) << 2)); edge < end; edge++) {
      const other = load<i32>(neighbours + ((<usize>edge) << 2));
      const weight = load<f64>(weights + ((<usize>edge) << 3));
      const drawn = f64x2.sub(v128.load(rest + ((<usize>other) << 4)), own);
      const bent = f64x2.sub(v128.load(points + ((<usize>other) << 4)), now);
      const x = f64x2.extract_lane(drawn, 0);
      const y = f64x2.extract_lane(drawn, 1);
      const bentX = f64x2.extract_lane(bent, 0);
      const bentY = f64x2.extract_lane(bent, 1);
      cosine += weight * (x * bentX + y * bentY);
      sine += weight * (x * bentY - y * bentX);
    }
    const length = sqrt(cosine * cosine + sine * sine);
    const rotation = rotations + ((<usize>vertex) << 4);
    store<f64>(rotation, length > 1e-12 ? cosine / length : 1);
    store<f64>(rotation, length > 1e-12 ? sine / length : 0, 8);
  }
}

/** What the position of a free vertex has to add up to, with its neighbours. */
function rightSide(
  vertex: i32,
  rest: usize,
  weights: usize,
  starts: usize,
  neighbours: usize,
  unknown: usize,
  points: usize,
  rotations: usize,
): v128 {
  const own = v128.load(rest + ((<usize>vertex) << 4));
  const turn = v128.load(rotations + ((<usize>vertex) << 4));
  let sum = f64x2.splat(0);
  const end = load<i32>(starts + ((<usize>vertex) << 2), 4);
  for (let edge = load<i32>(starts + ((<usize>vertex) << 2)); edge < end; edge++) {
    const other = load<i32>(neighbours + ((<usize>edge) << 2));
    const weight = load<f64>(weights + ((<usize>edge) << 3));
    const both = f64x2.add(turn, v128.load(rotations + ((<usize>other) << 4)));
    const half = f64x2.mul(both, f64x2.splat(0.5 * weight));
    const cosine = f64x2.extract_lane(half, 0);
    const sine = f64x2.extract_lane(half, 1);
    const away = f64x2.sub(own, v128.load(rest + ((<usize>other) << 4)));
    const x = f64x2.extract_lane(away, 0);
    const y = f64x2.extract_lane(away, 1);
    const turned = f64x2.replace_lane(f64x2.splat(cosine * x - sine * y), 1, sine * x + cosine * y);
    sum = f64x2.add(sum, turned);
    if (load<i32>(unknown + ((<usize>other) << 2)) < 0) {
      const held = v128.load(points + ((<usize>other) << 4));
      sum = f64x2.add(sum, f64x2.mul(held, f64x2.splat(weight)));
    }
  }
  return sum;
}
