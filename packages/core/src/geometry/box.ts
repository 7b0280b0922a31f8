/** An upright rectangle, in the units of whatever it lies in. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The smallest box around all of `boxes`; null when there are none. */
export function unionOf(boxes: readonly Box[]): Box | null {
  if (boxes.length === 0) return null;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y, width, height } of boxes) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x + width);
    bottom = Math.max(bottom, y + height);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** What two boxes have in common; without area where they are apart. */
export function intersectionOf(one: Box, other: Box): Box {
  const x = Math.max(one.x, other.x);
  const y = Math.max(one.y, other.y);
  return {
    x,
    y,
    width: Math.max(0, Math.min(one.x + one.width, other.x + other.width) - x),
    height: Math.max(0, Math.min(one.y + one.height, other.y + other.height) - y),
  };
}

/** `box` grown by `margin` on every side. */
export function grow(box: Box, margin: number): Box {
  return {
    x: box.x - margin,
    y: box.y - margin,
    width: box.width + 2 * margin,
    height: box.height + 2 * margin,
  };
}
