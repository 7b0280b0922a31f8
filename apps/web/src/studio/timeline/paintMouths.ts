import type { Mouth } from '@cruvo/core/mouth';
import type { LineProgram } from '@cruvo/core/program';
import { sceneTime } from '@cruvo/core/scene';
import { toSeconds, type Flicks } from '@cruvo/core/time';
import type { Strip } from './rows';
import type { Colors, TimelinePicture } from './timelinePicture';
import { xAt } from './viewport';
import { visibleSpans } from './visibleSpans';

/** Below this width neighbouring mouths are told apart by their pictures alone, pixels. */
const NARROWEST_FRAME = 6;
/** Below this width a mouth shows a slice of its picture, without round corners, pixels. */
const NARROWEST_CLIPPED = 28;
/** How strongly mouths are painted while new ones are being chosen. */
const PENDING = 0.45;
/** Room under the picture for the mark of what was set by hand, pixels. */
const MARK_HEIGHT = 8;

/** Paints the mouths of a line as they are drawn, with a mark under those that were set by hand. */
export function paintMouths(
  context: CanvasRenderingContext2D,
  { line, mouths, pending }: LineProgram,
  strip: Strip,
  { viewport, width, chosen, thumbnails: all }: TimelinePicture,
  colors: Colors,
  character: string,
): void {
  const thumbnails = all.get(character);
  const toScene = (time: Flicks) => toSeconds(sceneTime(line, time));
  // Mouths of before are faint until the new ones have been chosen.
  context.globalAlpha = pending ? PENDING : 1;
  for (const { item, ...place } of visibleSpans(mouths, viewport, width, toScene)) {
    paintMouth(context, item, place, strip, thumbnails?.get(item.drawing), colors);
  }
  context.globalAlpha = 1;
  const shown = line.corrections.filter(({ drawing }) => thumbnails?.has(drawing));
  for (const { left, right } of visibleSpans(shown, viewport, width, toScene)) {
    paintMark(context, left, right - left, strip, colors);
  }
  if (chosen?.line.id === line.id) {
    const left = xAt(viewport, toScene(chosen.mouth.start));
    const right = xAt(viewport, toScene(chosen.mouth.end));
    context.strokeStyle = colors.chosen;
    context.lineWidth = 3;
    context.beginPath();
    context.roundRect(
      left + 0.5,
      strip.top + 1.5,
      Math.max(3, right - left - 1),
      strip.height - 3,
      6,
    );
    context.stroke();
  }
}

function paintMouth(
  context: CanvasRenderingContext2D,
  mouth: Mouth,
  { left, right }: { left: number; right: number },
  { top, height }: Strip,
  thumbnail: HTMLCanvasElement | undefined,
  colors: Colors,
): void {
  const width = right - left;
  const framed = width >= NARROWEST_FRAME;
  const pictureHeight = height - 4 - MARK_HEIGHT;
  if (width < NARROWEST_CLIPPED) {
    // Too narrow for more than the middle of the picture; clipping each takes longer than all else.
    const wide = framed ? width - 1 : width;
    if (thumbnail) {
      const slice = (wide * thumbnail.height) / pictureHeight;
      const middle = (thumbnail.width - slice) / 2;
      const from = [middle, 0, slice, thumbnail.height] as const;
      context.drawImage(thumbnail, ...from, left, top + 2, wide, pictureHeight);
    }
    return;
  }
  context.save();
  context.beginPath();
  context.roundRect(left, top + 2, width - 1, pictureHeight, Math.min(6, width / 3));
  context.fillStyle = colors.mouth;
  context.fill();
  context.clip();
  if (thumbnail) {
    // Wide mouths show the picture once, at the left of what is in view; narrow ones show its middle.
    const shown = (pictureHeight * thumbnail.width) / thumbnail.height;
    const x =
      width >= shown ? Math.min(Math.max(left, 0), right - shown) : left + (width - shown) / 2;
    // A held mouth goes on faintly to its end, so that nobody takes the rest of it for a gap.
    const alpha = context.globalAlpha;
    context.globalAlpha = 0.28 * alpha;
    for (let next = x + shown; next < right; next += shown)
      context.drawImage(thumbnail, next, top + 2, shown, pictureHeight);
    context.globalAlpha = alpha;
    context.drawImage(thumbnail, x, top + 2, shown, pictureHeight);
  }
  context.restore();
}

/** The mark of what was set by hand. */
function paintMark(
  context: CanvasRenderingContext2D,
  left: number,
  width: number,
  { top, height }: Strip,
  colors: Colors,
): void {
  context.fillStyle = colors.byHand;
  context.fillRect(left, top + height - MARK_HEIGHT, Math.max(1, width - 1), MARK_HEIGHT - 2);
}
