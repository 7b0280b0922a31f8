/** What a timeline shows: the time at its left edge and its scale. */
export interface Viewport {
  /** Seconds. */
  readonly start: number;
  /** Pixels for one second. */
  readonly scale: number;
}

/** What is being looked at. */
export interface Extent {
  /** Seconds. */
  readonly length: number;
  /** Pixels. */
  readonly width: number;
}

/** At the most, this many pixels for one second: a frame at 24 is then 50 wide. */
const LARGEST_SCALE = 1200;

export function timeAt({ start, scale }: Viewport, x: number): number {
  return start + x / scale;
}

export function xAt({ start, scale }: Viewport, time: number): number {
  return (time - start) * scale;
}

/** The whole scene from edge to edge. */
export function wholeScene({ length, width }: Extent): Viewport {
  return { start: 0, scale: width / length };
}

/** Keeps the view inside the scene, no smaller than the whole of it. */
export function clampViewport({ start, scale }: Viewport, extent: Extent): Viewport {
  const least = wholeScene(extent).scale;
  const kept = Math.min(Math.max(scale, least), Math.max(least, LARGEST_SCALE));
  const last = extent.length - extent.width / kept;
  return { scale: kept, start: Math.min(Math.max(0, start), Math.max(0, last)) };
}

/** Zooms by a factor; the time at `x` stays at `x`, wherever the scene's ends allow it. */
export function zoomAround(
  viewport: Viewport,
  factor: number,
  x: number,
  extent: Extent,
): Viewport {
  const scale = clampViewport({ ...viewport, scale: viewport.scale * factor }, extent).scale;
  return clampViewport({ scale, start: timeAt(viewport, x) - x / scale }, extent);
}

/** Moves by pixels; positive shows later times. */
export function panBy(viewport: Viewport, pixels: number, extent: Extent): Viewport {
  return clampViewport({ ...viewport, start: viewport.start + pixels / viewport.scale }, extent);
}

/** Moves just so far that `time` is in view; a page on when it left to the right. */
export function reveal(viewport: Viewport, time: number, extent: Extent): Viewport {
  const x = xAt(viewport, time);
  if (x >= 0 && x <= extent.width) return viewport;
  const margin = 0.08 * extent.width;
  return clampViewport({ ...viewport, start: time - margin / viewport.scale }, extent);
}
