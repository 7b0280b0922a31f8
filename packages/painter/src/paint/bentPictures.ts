import type { BentItem } from '@cruvo/core/frame';
import type { Plane } from '@cruvo/core/raster';
import { type Box, type Matrix, meanScale } from '@cruvo/core/geometry';
import { paintTriangle, premultiply, type PixelGrid } from './meshRaster';
import type { DrawImage, Size } from './images';

/** A picture at one size, ready to be read from. */
interface Source {
  readonly grid: PixelGrid;
  /** Pixels for a unit of the picture's width. */
  readonly scale: number;
}

/** Empty pixels around a source, so that its edges are smooth. */
const MARGIN = 2;
/** Sizes of a source go by the square root of two. */
const STEPS_PER_OCTAVE = 2;
/** The largest source, pixels along a side. */
const LARGEST_SIDE = 4096;
/** Sizes kept of one picture. */
const KEPT_SIZES = 3;

/** Paints pictures that are bent with a mesh, triangle by triangle, from copies of about the size that is seen. */
export class BentPictures<Image> {
  private readonly sources = new WeakMap<object, Map<string, Source>>();

  constructor(private readonly drawImage: DrawImage<Image>) {}

  /**
   * @param target an empty plane for the pixels of a box of the surface
   * @param place maps units of the mesh to pixels of the surface
   */
  paint(
    { width, height, pixels }: Plane,
    { x, y }: Box,
    item: BentItem,
    image: Image,
    place: Matrix,
  ): void {
    const { bend, corner } = item;
    const { mesh, points } = bend;
    const { grid: source, scale } = this.sourceFor(image, item, meanScale(place));
    const target = { width, height, pixels };
    const [a, b, c, d, e, f] = place;
    const { rest, triangles } = mesh;
    for (let at = 0; at < triangles.length; at += 3) {
      const one = 2 * triangles[at]!;
      const two = 2 * triangles[at + 1]!;
      const three = 2 * triangles[at + 2]!;
      paintTriangle(target, source, [
        a * points[one]! + c * points[one + 1]! + e - x,
        b * points[one]! + d * points[one + 1]! + f - y,
        (rest[one]! - corner.x) * scale + MARGIN,
        (rest[one + 1]! - corner.y) * scale + MARGIN,
        a * points[two]! + c * points[two + 1]! + e - x,
        b * points[two]! + d * points[two + 1]! + f - y,
        (rest[two]! - corner.x) * scale + MARGIN,
        (rest[two + 1]! - corner.y) * scale + MARGIN,
        a * points[three]! + c * points[three + 1]! + e - x,
        b * points[three]! + d * points[three + 1]! + f - y,
        (rest[three]! - corner.x) * scale + MARGIN,
        (rest[three + 1]! - corner.y) * scale + MARGIN,
      ]);
    }
  }

  /** A copy of a picture of about so many pixels for a unit. */
  private sourceFor(image: Image, { width, height }: BentItem, wanted: number): Source {
    const largest = LARGEST_SIDE / Math.max(width, height);
    const step = Math.round(Math.log2(Math.max(1e-6, wanted)) * STEPS_PER_OCTAVE);
    const scale = Math.min(largest, 2 ** (step / STEPS_PER_OCTAVE));
    const key = `${width} ${height} ${scale}`;
    let sizes = this.sources.get(image as object);
    if (!sizes) this.sources.set(image as object, (sizes = new Map()));
    const known = sizes.get(key);
    if (known) return known;
    const source = { grid: this.copied(image, { width, height }, scale), scale };
    sizes.set(key, source);
    if (sizes.size > KEPT_SIZES) sizes.delete(sizes.keys().next().value!);
    return source;
  }

  private copied(image: Image, box: Size, scale: number): PixelGrid {
    const width = Math.ceil(box.width * scale) + 2 * MARGIN;
    const height = Math.ceil(box.height * scale) + 2 * MARGIN;
    const place: Matrix = [scale, 0, 0, scale, MARGIN, MARGIN];
    const { buffer, byteOffset } = this.drawImage(image, box, place, { width, height });
    const grid = { width, height, pixels: new Uint32Array(buffer, byteOffset, width * height) };
    premultiply(grid);
    return grid;
  }
}
