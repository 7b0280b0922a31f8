import type { FrameItem } from '@cruvo/core/frame';
import type { Box } from '@cruvo/core/geometry';

/** An item as it was painted. */
export interface PaintedItem {
  readonly item: FrameItem;
  /** The whole pixels that it may touch. */
  readonly box: Box;
  /** Number of the frame in which it came, changed or went; before all frames for what was there from the start. */
  changedAt: number;
  /** Number of the frame in which it was last shown, and its place from the back in it. */
  shownAt: number;
  place: number;
}

/** So many items that are not shown are remembered, and four times as many as are shown. */
const REMEMBERED = 200;

/** Keeps what was painted of each item, and tells what the next frame changes. */
export class PaintedItems {
  /** By id; also items that are not shown now. */
  private readonly known = new Map<string, PaintedItem>();
  private shown: readonly PaintedItem[] = [];

  /** What the last frame shows, back to front. */
  get items(): readonly PaintedItem[] {
    return this.shown;
  }

  /**
   * Takes over the items of the next frame.
   *
   * @param frame its number, one more than that of the frame before
   * @param boxOf the whole pixels that an item may touch
   * @returns the boxes in which something looks otherwise than before
   */
  update(
    items: readonly FrameItem[],
    frame: number,
    boxOf: (item: FrameItem) => Box,
  ): readonly Box[] {
    const changed: Box[] = [];
    const before = this.shown;
    const first = this.known.size === 0;
    let furthest = -1;
    this.shown = items.map((item, place) => {
      const last = this.known.get(item.id);
      const alike = last !== undefined && last.item.version === item.version;
      if (alike && last.shownAt === frame - 1) {
        // What has come to lie under something that it lay above is painted anew.
        if (last.place < furthest) changed.push(last.box);
        furthest = Math.max(furthest, last.place);
        last.shownAt = frame;
        last.place = place;
        return last;
      }
      const box = alike ? last.box : boxOf(item);
      const painted = { item, box, changedAt: first ? -Infinity : frame, shownAt: frame, place };
      this.known.set(item.id, painted);
      changed.push(box);
      return painted;
    });
    for (const gone of before) {
      if (gone.shownAt === frame) continue;
      gone.changedAt = frame;
      changed.push(gone.box);
    }
    this.forgetSome();
    return changed;
  }

  clear(): void {
    this.known.clear();
    this.shown = [];
  }

  private forgetSome(): void {
    if (this.known.size <= 4 * this.shown.length + REMEMBERED) return;
    const kept = new Set(this.shown.map(({ item }) => item.id));
    for (const id of this.known.keys()) if (!kept.has(id)) this.known.delete(id);
  }
}
