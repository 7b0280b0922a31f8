/** Text as the outlines of its letters. */
export interface Outline {
  /** SVG path data; the text begins at 0, 0, on its baseline; y grows downwards. */
  readonly path: string;
  /** How far it reaches to the right. */
  readonly advance: number;
}
