import type { FrameItem } from '@cruvo/core/frame';
import type { Box } from '@cruvo/core/geometry';

/** An item as it was painted. */
export interface PaintedItem {
  readonly item: FrameItem;
  /** The whole pixels that it may touch. */
  readonly box: Box;
  /** Number of the frame in which it came, changed or went; before all frames for what was there from the start. */
  changedAt: number;
}

/** Keeps what was painted of each item, and tells what the next frame changes. */
export class PaintedItems {
  /** By id; also items that are not shown now, as long as there are not too many. */
  private readonly known = new Map<string, PaintedItem>();
  private shown: readonly PaintedItem[] = [];

  get items(): readonly PaintedItem[] {
    return this.shown;
  }

  /**
   * Takes over the items of the next frame.
   *
   * @param frame number of the frame
   * @param boxOf the whole pixels that an item may touch
   * @returns the boxes in which something looks otherwise than before
   */
  update(
    items: readonly FrameItem[],
    frame: number,
    boxOf: (item: FrameItem) => Box,
  ): readonly Box[] {
    const changed: Box[] = [];
    const first = this.known.size === 0;
    const places = new Map(this.shown.map((painted, at) => [painted, at]));
    let furthest = -1;
    const next = items.map((item) => {
      const before = this.known.get(item.id);
      const place = before && places.get(before);
      if (before && place !== undefined && before.item.version === item.version) {
        places.delete(before);
        // What has come to lie under something that it lay above is painted anew.
        if (place < furthest) changed.push(before.box);
        furthest = Math.max(furthest, place);
        return before;
      }
      const box = before && before.item.version === item.version ? before.box : boxOf(item);
      const painted = { item, box, changedAt: first ? -Infinity : frame };
      this.known.set(item.id, painted);
      changed.push(box);
      return painted;
    });
    for (const gone of places.keys()) {
      gone.changedAt = frame;
      changed.push(gone.box);
    }
    this.shown = next;
    this.forgetSome();
    return changed;
  }

  clear(): void {
    this.known.clear();
    this.shown = [];
  }

  private forgetSome(): void {
    if (this.known.size <= 4 * this.shown.length + MANY) return;
    const kept = new Set(this.shown.map(({ item }) => item.id));
    for (const id of this.known.keys()) if (!kept.has(id)) this.known.delete(id);
  }
}

const MANY = 200;
