import { Digest, type DrawingItem } from '@cruvo/core/frame';
import { grow, mappedBox, type Matrix } from '@cruvo/core/geometry';
import type { GradientHandle, PaintContext, Surface } from './surface';

/** A drawing as it looks at one size and turn, for the parts of a pixel at which it has stood. */
interface SpriteSheet<Image> {
  /** The frames in which it was first and last painted. */
  readonly firstUsed: number;
  lastUsed: number;
  bytes: number;
  /** By eighths of a pixel: those across, and eight times those down. */
  readonly sprites: (Sprite<Image> | undefined)[];
}

interface Sprite<Image> {
  readonly image: Image;
  /** Where it lies against the whole pixel at which the drawing's corner stands. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
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
export class Sprites<Image, Outline, Gradient extends GradientHandle> {
  /** By digest of drawing, size and turn; the one painted longest ago comes first. */
  private readonly sheets = new Map<number, SpriteSheet<Image>>();
  private frame = 0;
  private bytes = 0;

  /** @param budget bytes that sprites may take */
  constructor(
    private readonly surface: Surface<Image, Outline, Gradient>,
    private readonly budget: number,
  ) {}

  /** Says that the next frame begins. */
  nextFrame(): void {
    this.frame++;
  }

  clear(): void {
    this.sheets.clear();
    this.bytes = 0;
  }

  /**
   * Paints a drawing from its sprite.
   *
   * @param place maps the drawing's box to pixels
   * @param overhang how far it reaches out of that box, as a share of its width
   * @param paint paints the drawing itself onto another surface, at another place
   * @returns false where it has none, because it is new at this size and turn, or too large
   */
  paint(
    context: PaintContext<Image, Outline, Gradient>,
    item: DrawingItem,
    place: Matrix,
    overhang: number,
    paint: (surface: Surface<Image, Outline, Gradient>, place: Matrix) => void,
  ): boolean {
    const sheet = this.sheetFor(item, place);
    if (sheet.firstUsed === this.frame) return false;
    const [across, down] = [Math.round(place[4] * STEPS), Math.round(place[5] * STEPS)];
    const [x, y] = [Math.floor(across / STEPS), Math.floor(down / STEPS)];
    const phase = across - x * STEPS + STEPS * (down - y * STEPS);
    const at: Matrix = [
      ...([place[0], place[1], place[2], place[3]] as const),
      (across - x * STEPS) / STEPS,
      (down - y * STEPS) / STEPS,
    ];
    const sprite = sheet.sprites[phase] ?? this.made(sheet, item, at, overhang, paint);
    if (!sprite) return false;
    sheet.sprites[phase] = sprite;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.imageSmoothingEnabled = false;
    context.drawImage(sprite.image, x + sprite.left, y + sprite.top, sprite.width, sprite.height);
    return true;
  }

  private sheetFor({ media, width, height }: DrawingItem, place: Matrix): SpriteSheet<Image> {
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
    sheet: SpriteSheet<Image>,
    { width, height }: DrawingItem,
    place: Matrix,
    overhang: number,
    paint: (surface: Surface<Image, Outline, Gradient>, place: Matrix) => void,
  ): Sprite<Image> | null {
    const own = grow({ x: 0, y: 0, width, height }, overhang * width);
    const box = grow(mappedBox(place, own), 1);
    const [left, top] = [Math.floor(box.x), Math.floor(box.y)];
    const size = {
      width: Math.ceil(box.x + box.width) - left,
      height: Math.ceil(box.y + box.height) - top,
    };
    const bytes = size.width * size.height * BYTES_PER_PIXEL;
    if (bytes > MOST_BYTES || !this.hasRoomFor(bytes)) return null;
    const { surface, image } = this.surface.layer(size.width, size.height);
    const [a, b, c, d, e, f] = place;
    paint(surface, [a, b, c, d, e - left, f - top]);
    sheet.bytes += bytes;
    this.bytes += bytes;
    return { image, left, top, ...size };
  }

  /** Gives up what was painted longest ago, but nothing of this frame, until so many bytes fit. */
  private hasRoomFor(bytes: number): boolean {
    for (const [key, sheet] of this.sheets) {
      if (this.bytes + bytes <= this.budget || sheet.lastUsed === this.frame) break;
      this.sheets.delete(key);
      this.bytes -= sheet.bytes;
    }
    return this.bytes + bytes <= this.budget;
  }
}
