import { type Box, IDENTITY, type Matrix, intersectionOf } from '@cruvo/core/geometry';
import type { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';

/** Pixels on a side of a tile. */
const TILE = 128;
const TILE_BYTES = 4 * TILE * TILE;

/**
 * Paints what a run shows inside a region.
 *
 * @param region whole pixels of the plane
 * @param toPlane from pixels of the picture to those of the plane
 */
export type PaintRun = (plane: Plane, region: Box, toPlane: Matrix) => void;

interface Tile {
  readonly plane: Plane;
  lastUsed: number;
}

/** Pictures of items that don't change, in tiles that are painted when they are first wanted. */
export class StaticRuns {
  /** By the run's digest and the tile's place; the one used longest ago comes first. */
  private readonly tiles = new Map<string, Tile>();
  private readonly most: number;

  /** @param budget bytes that tiles may take */
  constructor(
    private readonly memory: KernelMemory,
    budget: number,
  ) {
    this.most = Math.floor(budget / TILE_BYTES);
  }

  clear(): void {
    for (const { plane } of this.tiles.values()) plane.giveBack();
    this.tiles.clear();
  }

  /**
   * Lays the part of a run that is in a region over the picture, or paints it where there is no room for a tile.
   *
   * @param key digest of what the run shows
   * @param frame number of the frame that is being painted
   */
  layOver(target: Plane, key: number, region: Box, frame: number, paint: PaintRun): void {
    const [right, bottom] = [region.x + region.width, region.y + region.height];
    for (let row = Math.floor(region.y / TILE); row * TILE < bottom; row++) {
      for (let column = Math.floor(region.x / TILE); column * TILE < right; column++) {
        const box = { x: column * TILE, y: row * TILE, width: TILE, height: TILE };
        const wanted = intersectionOf(region, box);
        const tile = this.tileAt(`${key} ${column} ${row}`, box, frame, paint);
        if (tile) target.layOver(tile.plane, box, wanted);
        else paint(target, wanted, IDENTITY);
      }
    }
  }

  private tileAt(name: string, { x, y }: Box, frame: number, paint: PaintRun): Tile | null {
    const known = this.tiles.get(name);
    if (known) {
      // What was used last stands last.
      this.tiles.delete(name);
      this.tiles.set(name, known);
      known.lastUsed = frame;
      return known;
    }
    if (!this.hasRoom(frame)) return null;
    const plane = new Plane(this.memory, TILE, TILE);
    plane.fill(plane.box, null);
    paint(plane, plane.box, [1, 0, 0, 1, -x, -y]);
    const tile = { plane, lastUsed: frame };
    this.tiles.set(name, tile);
    return tile;
  }

  /** Gives up the tile used longest ago where there are too many, unless this frame uses it. */
  private hasRoom(frame: number): boolean {
    if (this.tiles.size < this.most) return true;
    const [oldest] = this.tiles;
    if (!oldest || oldest[1].lastUsed === frame) return false;
    oldest[1].plane.giveBack();
    this.tiles.delete(oldest[0]);
    return true;
  }
}
