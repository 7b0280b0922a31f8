import { svgPathBbox } from 'svg-path-bbox';
import type { Box } from './box';

/** The smallest upright box around a path (SVG path data), without any line along it; without area where nothing is drawn. */
export function pathBounds(path: string): Box {
  const [left, top, right, bottom] = svgPathBbox(path);
  if (!(left <= right)) return { x: 0, y: 0, width: 0, height: 0 };
  return { x: left, y: top, width: right - left, height: bottom - top };
}
