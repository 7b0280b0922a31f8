import { frameLength, frameStart, type Flicks, type FrameRateName } from '../time';
import type { Corrections, HeldDrawing, Mouth } from './mouths';

/** Lays a drawing over a stretch by hand; what was there by hand before is cut away under it. */
export function setByHand(corrections: Corrections, piece: HeldDrawing): Corrections {
  return [...release(corrections, piece.start, piece.end), piece].sort((a, b) => a.start - b.start);
}

/** Takes back what was set by hand in a stretch, so that fitting shows through again. */
export function release(corrections: Corrections, start: Flicks, end: Flicks): Corrections {
  return corrections.flatMap((piece) => {
    if (piece.end <= start || piece.start >= end) return [piece];
    const before = piece.start < start ? [{ ...piece, end: start }] : [];
    const after = piece.end > end ? [{ ...piece, start: end }] : [];
    return [...before, ...after];
  });
}

/**
 * Moves the edge between a mouth and the one before it. The edge stays at least one frame away from
 * the far ends of both. The first mouth has no such edge: nothing changes.
 *
 * @param index the mouth after the edge
 * @param time where the edge should go, from the start of the voice
 */
export function moveEdge(
  mouths: readonly Mouth[],
  corrections: Corrections,
  index: number,
  time: Flicks,
  frameRate: FrameRateName,
): Corrections {
  const before = mouths[index - 1];
  const after = mouths[index];
  if (!before || !after) return corrections;
  const edge = edgeWithin(before, after, time, frameRate);
  if (edge === after.start) return corrections;
  const first = setByHand(corrections, { start: before.start, end: edge, drawing: before.drawing });
  return setByHand(first, { start: edge, end: after.end, drawing: after.drawing });
}

/** The nearest frame to `time` at which an edge between two mouths leaves each at least one frame. */
export function edgeWithin(
  before: HeldDrawing,
  after: HeldDrawing,
  time: Flicks,
  frameRate: FrameRateName,
): Flicks {
  const frame = frameLength(frameRate);
  const least = Math.floor(before.start / frame) + 1;
  const most = Math.ceil(after.end / frame) - 1;
  if (most < least) return after.start;
  return frameStart(Math.min(most, Math.max(least, Math.round(time / frame))), frameRate);
}
