import type { FrameItem } from './item';

/** All that is seen at one time: what to paint, back to front, in stage units. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  /** #rrggbb; null: see-through. */
  readonly background: string | null;
  readonly items: readonly FrameItem[];
}

/** Whether two frames look the same, so that one need not be painted again. */
export function sameFrame(a: Frame, b: Frame): boolean {
  return (
    a.width === b.width &&
    a.height === b.height &&
    a.background === b.background &&
    a.items.length === b.items.length &&
    a.items.every(({ version }, at) => version === b.items[at]!.version)
  );
}
