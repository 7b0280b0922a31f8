import type { Mouth } from '@cruvo/core/mouth';
import type { LineProgram } from '@cruvo/core/program';
import {
  FLICKS_PER_SECOND,
  framesPerSecond,
  toFlicks,
  toSeconds,
  type Flicks,
} from '@cruvo/core/time';
import { lineTimes } from '../lineTimes';
import type { Thumbnails } from '../mouths/thumbnails';
import { LANES } from './lanes';
import { paintSpeech } from './paintSpeech';
import { FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { timeAt, xAt } from './viewport';
import { visibleSpans } from './visibleSpans';

/** Paints ruler, waveforms and mouths; the playhead lies over it as an element of its own. */
export function paintTimeline(
  context: CanvasRenderingContext2D,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.clearRect(0, 0, picture.width, LANES.height);
  context.fillStyle = colors.lane;
  for (const lane of [LANES.wave, LANES.words, LANES.sounds, LANES.mouths]) {
    context.fillRect(0, lane.top, picture.width, lane.height);
  }
  paintRuler(context, picture, colors);
  for (const { member, lines } of picture.program.members) {
    for (const line of lines) {
      paintWave(context, line, picture, colors);
      paintSpeech(context, line, picture, colors);
      paintMouths(context, line, picture, colors, picture.thumbnails.get(member.character));
    }
  }
  paintLoop(context, picture, colors);
}

/** Steps between labels that read well: frames first, then seconds and minutes. */
function labelStep(scale: number, frameRate: number): number {
  const steps = [
    1 / frameRate,
    2 / frameRate,
    6 / frameRate,
    0.5,
    1,
    2,
    5,
    10,
    15,
    30,
    60,
    120,
    300,
    600,
  ];
  return steps.find((step) => step * scale >= 64) ?? 900;
}

function paintRuler(
  context: CanvasRenderingContext2D,
  picture: TimelinePicture,
  colors: Colors,
): void {
  const { viewport, width, program } = picture;
  const rate = framesPerSecond(program.scene.frameRate);
  const step = labelStep(viewport.scale, rate);
  context.font = FONT;
  context.textBaseline = 'middle';
  context.strokeStyle = colors.mouthEdge;
  context.fillStyle = colors.textQuiet;
  context.lineWidth = 1;
  context.beginPath();
  const middle = LANES.ruler.height / 2;
  for (
    let index = Math.floor(viewport.start / step);
    index * step <= timeAt(viewport, width);
    index++
  ) {
    const x = Math.round(xAt(viewport, index * step)) + 0.5;
    context.moveTo(x, LANES.ruler.height - 7);
    context.lineTo(x, LANES.ruler.height);
    context.fillText(rulerLabel(index * step, step, rate), x + 4, middle);
  }
  if (viewport.scale / rate >= 5) {
    for (
      let frame = Math.floor(viewport.start * rate);
      frame / rate <= timeAt(viewport, width);
      frame++
    ) {
      const x = Math.round(xAt(viewport, frame / rate)) + 0.5;
      context.moveTo(x, LANES.ruler.height - 3);
      context.lineTo(x, LANES.ruler.height);
    }
  }
  context.stroke();
}

function rulerLabel(time: number, step: number, rate: number): string {
  const whole = Math.floor(toFlicks(time) / FLICKS_PER_SECOND);
  const [minutes, seconds] = [Math.floor(whole / 60), whole % 60];
  const clock = `${minutes}:${String(seconds).padStart(2, '0')}`;
  if (step >= 1) return clock;
  const frame = Math.round((time - whole) * rate);
  return step === 0.5 && frame === 0 ? clock : `${clock} +${frame}`;
}

function paintWave(
  context: CanvasRenderingContext2D,
  { line }: LineProgram,
  { viewport, width, peaks }: TimelinePicture,
  colors: Colors,
): void {
  const pyramid = peaks.get(line.voice.peaks);
  const { top, height } = LANES.wave;
  const { start, end } = lineTimes(line);
  const first = Math.max(0, Math.floor(xAt(viewport, start)));
  const last = Math.min(width, Math.ceil(xAt(viewport, end)));
  context.fillStyle = colors.waveQuiet;
  context.fillRect(first, top + height / 2, last - first, 1);
  if (!pyramid) return;
  context.fillStyle = colors.wave;
  context.beginPath();
  for (let x = first; x < last; x++) {
    const from = timeAt(viewport, x) - start;
    const { low, high } = pyramid.between(from, from + 1 / viewport.scale);
    const upper = top + (height / 2) * (1 - high);
    const lower = top + (height / 2) * (1 - low);
    context.rect(x, upper, 1, Math.max(1, lower - upper));
  }
  context.fill();
  context.font = FONT;
  context.fillStyle = colors.textQuiet;
  context.textBaseline = 'top';
  context.fillText(line.voice.name, Math.max(4, first + 4), top + 3, 260);
}

/** Below this width neighbouring mouths are told apart by their pictures alone, pixels. */
const NARROWEST_FRAME = 6;
/** Below this width a mouth shows a slice of its picture, pixels. */
const NARROWEST_CLIPPED = 4;
/** How strongly mouths are painted while new ones are being chosen. */
const PENDING = 0.45;
/** Room under the picture for the mark of what was set by hand, pixels. */
const MARK_HEIGHT = 8;

function paintMouths(
  context: CanvasRenderingContext2D,
  { line, mouths, pending }: LineProgram,
  { viewport, width, chosen }: TimelinePicture,
  colors: Colors,
  thumbnails: Thumbnails | undefined,
): void {
  const toScene = (time: Flicks) => toSeconds(line.start + time);
  // Mouths of before are faint until the new ones have been chosen.
  context.globalAlpha = pending ? PENDING : 1;
  for (const { item, ...place } of visibleSpans(mouths, viewport, width, toScene)) {
    paintMouth(context, item, place, thumbnails?.get(item.drawing), colors);
  }
  context.globalAlpha = 1;
  const shown = line.corrections.filter(({ drawing }) => thumbnails?.has(drawing));
  for (const { left, right } of visibleSpans(shown, viewport, width, toScene)) {
    paintMark(context, left, right - left, colors);
  }
  if (chosen?.line.id === line.id) {
    const left = xAt(viewport, toScene(chosen.mouth.start));
    const right = xAt(viewport, toScene(chosen.mouth.end));
    context.strokeStyle = colors.chosen;
    context.lineWidth = 3;
    context.beginPath();
    context.roundRect(
      left + 0.5,
      LANES.mouths.top + 1.5,
      Math.max(3, right - left - 1),
      LANES.mouths.height - 3,
      6,
    );
    context.stroke();
  }
}

function paintMouth(
  context: CanvasRenderingContext2D,
  mouth: Mouth,
  { left, right }: { left: number; right: number },
  thumbnail: HTMLCanvasElement | undefined,
  colors: Colors,
): void {
  const { top, height } = LANES.mouths;
  const width = right - left;
  const framed = width >= NARROWEST_FRAME;
  const pictureHeight = height - 4 - MARK_HEIGHT;
  if (width < NARROWEST_CLIPPED) {
    // Too narrow for more than the middle of the picture.
    if (thumbnail) {
      const slice = (width * thumbnail.height) / pictureHeight;
      const middle = (thumbnail.width - slice) / 2;
      const from = [middle, 0, slice, thumbnail.height] as const;
      context.drawImage(thumbnail, ...from, left, top + 2, width, pictureHeight);
    }
    return;
  }
  context.save();
  context.beginPath();
  const box = [left, top + 2, Math.max(1, framed ? width - 1 : width), pictureHeight] as const;
  context.roundRect(...box, framed ? Math.min(6, width / 3) : 0);
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
  colors: Colors,
): void {
  const { top, height } = LANES.mouths;
  context.fillStyle = colors.byHand;
  context.fillRect(left, top + height - MARK_HEIGHT, Math.max(1, width - 1), MARK_HEIGHT - 2);
}

function paintLoop(
  context: CanvasRenderingContext2D,
  { loop, viewport }: TimelinePicture,
  colors: Colors,
): void {
  if (!loop) return;
  const left = xAt(viewport, loop.start);
  const right = xAt(viewport, loop.end);
  context.fillStyle = colors.chosen;
  context.globalAlpha = 0.16;
  context.fillRect(left, 0, right - left, LANES.height);
  context.globalAlpha = 1;
  context.fillRect(left - 1.5, 0, 3, LANES.height);
  context.fillRect(right - 1.5, 0, 3, LANES.height);
  context.fillRect(left, 0, right - left, 4);
}
