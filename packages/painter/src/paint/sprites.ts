import { Digest, type DrawingItem } from '@cruvo/core/frame';
import { type Box, type Matrix, mappedBox } from '@cruvo/core/geometry';
import type { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import { wholePixels } from './bounds';

/** A drawing as it looks at one size and turn, for the parts of a pixel at which it has stood. */
interface SpriteSheet {
  /** The frames in which it was first and last painted. */
  readonly firstUsed: number;
  lastUsed: number;
  bytes: number;
  /** By eighths of a pixel: those across, and eight times those down. */
  readonly sprites: (Sprite | undefined)[];
}

interface Sprite {
  readonly plane: Plane;
  /** Where it lies against the whole pixel at which the drawing's corner stands. */
  readonly left: number;
  readonly top: number;
}

const BYTES_PER_PIXEL = 4;
/** Places between two pixels; an edge that is off by half of such a step is off by 16 of 255 at most. */
const STEPS = 8;
/** Larger pictures are better off in static runs. */
const MOST_BYTES = 4 << 20;
/** What a sheet without sprites takes, roughly. */
const SHEET_BYTES = 200;
/** Places of a scale's or turn's decimals that are seen. */
const FINEST = 1e5;

/**
 * Drawings that have been painted at the same size and turn before are copied instead of painted again, to the
 * nearest eighth of a pixel. Those not painted for longest are given up when there are too many.
 */
export class Sprites {
  /** By digest of drawing, size and turn; the one painted longest ago comes first. */
  private readonly sheets = new Map<number, SpriteSheet>();
  private frame = 0;
  private bytes = 0;

  /** @param budget bytes that sprites may take */
  constructor(
    private readonly memory: KernelMemory,
    private readonly budget: number,
  ) {}

  /** Says that the next frame begins. */
  nextFrame(): void {
    this.frame++;
  }

  clear(): void {
    for (const sheet of this.sheets.values()) giveBack(sheet);
    this.sheets.clear();
    this.bytes = 0;
  }

  /**
   * The sprite of a drawing and the whole pixel at which its corner lies.
   *
   * @param place maps the drawing's box to pixels
   * @param painted what it paints, in the units of that box
   * @param paint paints the drawing itself onto an empty plane, at another place
   * @returns null where it has none, because it is new at this size and turn, or too large
   */
  find(
    item: DrawingItem,
    place: Matrix,
    painted: () => Box,
    paint: (plane: Plane, place: Matrix) => void,
  ): { readonly plane: Plane; readonly x: number; readonly y: number } | null {
    const sheet = this.sheetFor(item, place);
    if (sheet.firstUsed === this.frame) return null;
    const [across, down] = [Math.round(place[4] * STEPS), Math.round(place[5] * STEPS)];
    const [x, y] = [Math.floor(across / STEPS), Math.floor(down / STEPS)];
    const [right, lower] = [across - x * STEPS, down - y * STEPS];
    const phase = right + STEPS * lower;
    let sprite = sheet.sprites[phase];
    if (!sprite) {
      const [a, b, c, d] = place;
      const made = this.made(sheet, [a, b, c, d, right / STEPS, lower / STEPS], painted(), paint);
      if (!made) return null;
      sheet.sprites[phase] = sprite = made;
    }
    return { plane: sprite.plane, x: x + sprite.left, y: y + sprite.top };
  }

  private sheetFor({ media, width, height }: DrawingItem, place: Matrix): SpriteSheet {
    const digest = new Digest().text(media).number(width).number(height);
    for (let at = 0; at < 4; at++) digest.number(Math.round(place[at]! * FINEST));
    const key = digest.value;
    const known = this.sheets.get(key);
    const { frame } = this;
    const sheet = known ?? { firstUsed: frame, lastUsed: frame, bytes: SHEET_BYTES, sprites: [] };
    sheet.lastUsed = frame;
    // What was used last stands last.
    if (known) this.sheets.delete(key);
    else this.bytes += sheet.bytes;
    this.sheets.set(key, sheet);
    return sheet;
  }

  private made(
    sheet: SpriteSheet,
    place: Matrix,
    painted: Box,
    paint: (plane: Plane, place: Matrix) => void,
  ): Sprite | null {
    const { x: left, y: top, width, height } = wholePixels(mappedBox(place, painted));
    const bytes = width * height * BYTES_PER_PIXEL;
    if (bytes > MOST_BYTES || !this.hasRoomFor(bytes)) return null;
    const plane = new Plane(this.memory, width, height);
    plane.fill(plane.box, null);
    const [a, b, c, d, e, f] = place;
    paint(plane, [a, b, c, d, e - left, f - top]);
    sheet.bytes += bytes;
    this.bytes += bytes;
    return { plane, left, top };
  }

  /** Gives up what was painted longest ago, but nothing of this frame, until so many bytes fit. */
  private hasRoomFor(bytes: number): boolean {
    for (const [key, sheet] of this.sheets) {
      if (this.bytes + bytes <= this.budget || sheet.lastUsed === this.frame) break;
      this.sheets.delete(key);
      giveBack(sheet);
      this.bytes -= sheet.bytes;
    }
    return this.bytes + bytes <= this.budget;
  }
}

function giveBack({ sprites }: SpriteSheet): void {
  for (const sprite of sprites) sprite?.plane.giveBack();
}
