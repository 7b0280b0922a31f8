import { boundsOfPoints } from './bentMesh';

/** Vertices along the longer side of what they cover, so that neighbours have near numbers. */
export function inBandOrder(rest: Float64Array): number[] {
  const { width, height } = boundsOfPoints(rest);
  const axis = width > height ? 0 : 1;
  return Array.from({ length: rest.length / 2 }, (_, vertex) => vertex).sort(
    (a, b) => rest[2 * a + axis]! - rest[2 * b + axis]!,
  );
}
