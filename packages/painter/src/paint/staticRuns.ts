import { type Box, IDENTITY, type Matrix, intersectionOf } from '@cruvo/core/geometry';
import { Painter, type PaintResources } from './painter';
import type { GradientHandle, Surface } from './surface';

/** Pixels on a side of a tile. */
const TILE = 128;
const TILE_BYTES = 4 * TILE * TILE;

/**
 * Paints what a run shows inside a region.
 *
 * @param region whole pixels of the surface
 * @param toSurface from pixels of the canvas to those of the surface
 */
export type PaintRun<Image, Outline, Gradient extends GradientHandle> = (
  painter: Painter<Image, Outline, Gradient>,
  region: Box,
  toSurface: Matrix,
) => void;

interface Tile<Image> {
  readonly image: Image;
  lastUsed: number;
}

/**
 * Pictures of items that don't change, in tiles that are painted when they are first wanted: small canvases are
 * copied from without being copied themselves.
 */
export class StaticRuns<Image, Outline, Gradient extends GradientHandle> {
  /** By the run's digest and the tile's place; the one used longest ago comes first. */
  private readonly tiles = new Map<string, Tile<Image>>();
  private readonly most: number;

  /** @param budget bytes that tiles may take */
  constructor(
    private readonly surface: Surface<Image, Outline, Gradient>,
    private readonly resources: PaintResources<Image, Outline, Gradient>,
    budget: number,
  ) {
    this.most = Math.floor(budget / TILE_BYTES);
  }

  clear(): void {
    this.tiles.clear();
  }

  /**
   * Copies the part of a run that lies in a region of the canvas, or paints it where there is no room for a tile.
   *
   * @param key digest of what the run shows
   * @param frame number of the frame that is being painted
   */
  copy(
    target: Painter<Image, Outline, Gradient>,
    key: number,
    region: Box,
    frame: number,
    paint: PaintRun<Image, Outline, Gradient>,
  ): void {
    const [right, bottom] = [region.x + region.width, region.y + region.height];
    for (let row = Math.floor(region.y / TILE); row * TILE < bottom; row++) {
      for (let column = Math.floor(region.x / TILE); column * TILE < right; column++) {
        const box = { x: column * TILE, y: row * TILE, width: TILE, height: TILE };
        const wanted = intersectionOf(region, box);
        const tile = this.tileAt(`${key} ${column} ${row}`, box, frame, paint);
        if (tile) target.copy(tile.image, box.x, box.y, wanted);
        else target.inside(wanted, () => paint(target, wanted, IDENTITY));
      }
    }
  }

  private tileAt(
    name: string,
    { x, y }: Box,
    frame: number,
    paint: PaintRun<Image, Outline, Gradient>,
  ): Tile<Image> | null {
    const known = this.tiles.get(name);
    if (known) {
      // What was used last stands last.
      this.tiles.delete(name);
      this.tiles.set(name, known);
      known.lastUsed = frame;
      return known;
    }
    if (!this.hasRoom(frame)) return null;
    const { surface, image } = this.surface.layer(TILE, TILE);
    const painter = new Painter(surface, this.resources);
    paint(painter, { x: 0, y: 0, width: TILE, height: TILE }, [1, 0, 0, 1, -x, -y]);
    const tile = { image, lastUsed: frame };
    this.tiles.set(name, tile);
    return tile;
  }

  /** Gives up the tile used longest ago where there are too many, unless this frame uses it. */
  private hasRoom(frame: number): boolean {
    if (this.tiles.size < this.most) return true;
    const [oldest] = this.tiles;
    if (!oldest || oldest[1].lastUsed === frame) return false;
    this.tiles.delete(oldest[0]);
    return true;
  }
}
