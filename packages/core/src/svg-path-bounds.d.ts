declare module 'svg-path-bounds' {
  /** Left, top, right and bottom of the outline that SVG path data describes. */
  export default function bounds(path: string): [number, number, number, number];
}
