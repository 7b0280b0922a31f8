import type { FrameRange } from '@cruvo/core/program';

/** Chosen rows of the sheet, as frames: from where the choice began to where it was drawn. */
export interface SheetSelection {
  readonly anchor: number;
  readonly head: number;
}

/** Rows that stand for one frame each, or for two. */
export type SheetStep = 1 | 2;

/** The first frame of the row in which a frame stands. */
export function rowStart(frame: number, step: SheetStep): number {
  return frame - (frame % step);
}

/** The frames of the chosen rows. */
export function chosenFrames({ anchor, head }: SheetSelection, step: SheetStep): FrameRange {
  return {
    from: rowStart(Math.min(anchor, head), step),
    to: rowStart(Math.max(anchor, head), step) + step,
  };
}

/**
 * The choice after it was moved by so many rows, within the frames that there are.
 *
 * @param extend whether it grows or shrinks instead of moving on
 */
export function movedSelection(
  { anchor, head }: SheetSelection,
  rows: number,
  { extend, step, frames }: { extend: boolean; step: SheetStep; frames: number },
): SheetSelection {
  const last = rowStart(Math.max(0, frames - 1), step);
  const to = Math.min(last, Math.max(0, rowStart(head, step) + rows * step));
  return { anchor: extend ? anchor : to, head: to };
}
