import { Digest, type Frame } from '@cruvo/core/frame';
import {
  type Box,
  IDENTITY,
  type Matrix,
  fitInside,
  intersectionOf,
  inverse,
  mappedBox,
  multiply,
  unionOf,
} from '@cruvo/core/geometry';
import { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import { pixelBoxOf } from './bounds';
import { PaintedItems, type PaintedItem } from './changes';
import type { DrawImage, ImageStore, Size } from './images';
import { ItemPainter, mixesWithBeneath } from './itemPainter';
import { joined, overlap } from './regions';
import { Sprites } from './sprites';
import { StaticRuns, type PaintRun } from './staticRuns';

/** Bytes that a painter may keep: sprites of drawings, and bitmaps of what stands still. */
export interface PaintBudget {
  readonly sprites: number;
  readonly runs: number;
}

const BUDGET: PaintBudget = { sprites: 64 << 20, runs: 96 << 20 };

/** An item that came, changed or went within so many frames is expected to do so again. */
const LIVELY_FRAMES = 240;

/** What a canvas was last painted with; anything else means that all is painted anew. */
interface Setting<Image> extends Size {
  readonly images: ImageStore<Image>;
  readonly background: string | null;
  readonly view: Matrix;
}

/** Items next to each other of which all are expected to stay as they are, or none. */
interface Run {
  readonly items: readonly PaintedItem[];
  /** Digest of what is painted; null where it is painted anew. */
  readonly key: number | null;
  readonly box: Box;
  /** Whether the background belongs to it. */
  readonly bottom: boolean;
}

/**
 * Paints frames one after the other onto the same plane, and of each only what looks otherwise than in the one before.
 * What stands still is kept as bitmaps, drawings that only move as sprites, within a budget.
 *
 * The same frame looks as if it had been painted anew but for the rounding of colours that are painted over each
 * other in another order, and of places to an eighth of a pixel.
 */
export class RetainedPainter<Image> {
  private readonly memory = new KernelMemory();
  private readonly items: ItemPainter<Image>;
  private readonly sprites: Sprites;
  private readonly runs: StaticRuns;
  private readonly painted = new PaintedItems();
  private picture: Plane | null = null;
  private setting: Setting<Image> | null = null;
  private frame = 0;
  /** Digests of the runs of the frame before: those that last are worth a bitmap. */
  private lasting: ReadonlySet<number> = new Set();

  constructor(drawImage: DrawImage<Image>, budget: PaintBudget = BUDGET) {
    this.sprites = new Sprites(this.memory, budget.sprites);
    this.items = new ItemPainter(this.memory, drawImage, this.sprites);
    this.runs = new StaticRuns(this.memory, budget.runs);
  }

  /** What was painted last. @throws before the first frame */
  get plane(): Plane {
    if (!this.picture) throw new Error('Nothing has been painted yet.');
    return this.picture;
  }

  /**
   * Paints a frame, fitted and centred in `size` pixels over its background.
   *
   * @param background overrides the frame's own, #rrggbb; null: see-through
   * @returns the boxes of whole pixels that were painted; none where the frame looks like the one before
   */
  paintFrame(
    frame: Frame,
    images: ImageStore<Image>,
    { width, height }: Size,
    background = frame.background,
  ): readonly Box[] {
    const view = fitInside(frame, { width, height });
    const setting = { images, background, view, width, height };
    const anew = !this.setting || !sameSetting(this.setting, setting);
    if (anew) {
      this.forget();
      this.picture = new Plane(this.memory, width, height);
    }
    this.setting = setting;
    this.frame++;
    this.sprites.nextFrame();
    const changed = this.painted.update(frame.items, this.frame, (item) =>
      pixelBoxOf([item], images, view, setting),
    );
    const regions = anew ? [{ x: 0, y: 0, width, height }] : joined(changed);
    if (regions.length > 0) this.paintRegions(regions, setting);
    return regions;
  }

  /** Gives up all that is kept; the next frame is painted anew. */
  forget(): void {
    this.setting = null;
    this.picture?.giveBack();
    this.picture = null;
    this.painted.clear();
    this.sprites.clear();
    this.runs.clear();
    this.lasting = new Set();
  }

  private paintRegions(regions: readonly Box[], setting: Setting<Image>): void {
    const runs = this.runsOf(this.painted.items, setting);
    for (const region of regions) {
      if (setting.background === null) this.plane.fill(region, null);
      for (const run of runs) this.paintRun(run, region, setting);
    }
    this.lasting = new Set(runs.flatMap(({ key }) => key ?? []));
  }

  private paintRun(run: Run, region: Box, setting: Setting<Image>): void {
    const seen = intersectionOf(run.box, region);
    if (seen.width === 0 || seen.height === 0) return;
    const paint: PaintRun = (plane, wanted, toPlane) => {
      if (run.bottom && setting.background !== null) plane.fill(wanted, setting.background);
      const there = mappedBox(inverse(toPlane), wanted);
      const items = run.items.filter(({ box }) => overlap(box, there));
      this.items.paintItems(
        plane,
        items.map(({ item }) => item),
        setting.images,
        multiply(toPlane, setting.view),
        wanted,
      );
    };
    if (run.key !== null && this.lasting.has(run.key)) {
      this.runs.layOver(this.plane, run.key, seen, this.frame, paint);
    } else {
      paint(this.plane, seen, IDENTITY);
    }
  }

  /** The items from back to front, those that are expected to stay as they are together. */
  private runsOf(items: readonly PaintedItem[], { width, height }: Setting<Image>): Run[] {
    const runs: Run[] = [];
    let still: PaintedItem[] = [];
    let lively: PaintedItem[] = [];
    const closeLively = () => {
      const box = unionOf(lively.map((one) => one.box));
      if (box) runs.push({ items: lively, key: null, box, bottom: false });
      lively = [];
    };
    const closeStill = () => {
      const bottom = runs.length === 0;
      if (!bottom && still.length === 0) return;
      const digest = new Digest().number(bottom ? 1 : 0);
      for (const { item } of still) digest.number(item.version);
      const box = bottom ? { x: 0, y: 0, width, height } : unionOf(still.map((one) => one.box))!;
      runs.push({ items: still, key: digest.value, box, bottom });
      still = [];
    };
    for (const painted of items) {
      const isLively = this.frame - painted.changedAt < LIVELY_FRAMES;
      // What mixes with the colours beneath it can stand in a bitmap only together with them.
      if (!isLively && !(mixesWithBeneath(painted.item) && runs.length > 0)) {
        closeLively();
        still.push(painted);
      } else {
        closeStill();
        lively.push(painted);
      }
    }
    closeLively();
    closeStill();
    return runs;
  }
}

function sameSetting<Image>(one: Setting<Image>, other: Setting<Image>): boolean {
  return (
    one.images === other.images &&
    one.background === other.background &&
    one.width === other.width &&
    one.height === other.height &&
    one.view.every((value, at) => value === other.view[at])
  );
}
