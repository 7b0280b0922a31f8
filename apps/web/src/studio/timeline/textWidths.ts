/** So many widths are remembered before all are forgotten. */
const MOST = 4000;

const known = new Map<string, number>();

/** How wide a text is in the font that is set, pixels; measured once. */
export function widthOf(context: CanvasRenderingContext2D, text: string): number {
  const key = `${context.font} ${text}`;
  let width = known.get(key);
  if (width === undefined) {
    if (known.size >= MOST) known.clear();
    known.set(key, (width = context.measureText(text).width));
  }
  return width;
}

/** About as much of a text as fits, with an ellipsis where something is left out. */
export function shortened(context: CanvasRenderingContext2D, text: string, room: number): string {
  const width = widthOf(context, text);
  if (width <= room) return text;
  // By the mean width of its letters: measuring every piece of every name takes longer than all else.
  const fits = Math.floor((text.length * room) / width) - 1;
  return fits > 0 ? `${text.slice(0, fits)}…` : '';
}
