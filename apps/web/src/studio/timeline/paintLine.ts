import type { LineProgram } from '@cruvo/core/program';
import { envelopePoints, factorAt, type EnvelopePoint } from '@cruvo/core/audio';
import { heardVoice, placedSound, type Line } from '@cruvo/core/scene';
import { lineTimes } from '../lineTimes';
import type { Strip } from './rows';
import { FONT, SMALL_FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { shortened, widthOf } from './textWidths';
import { timeAt, xAt } from './viewport';

/** Narrower lines have no name, pixels. */
const NARROWEST_NAMED = 24;
/** Of narrower lines nobody sees how loud they are, pixels. */
const NARROWEST_WAVE = 4;
const CORNER = 4;
/** Waveforms are filled as one outline, which is quicker than column by column, but for those that are narrower, pixels. */
const NARROWEST_OUTLINED = 12;
/** From one stroke of the hatching to the next, pixels. */
const HATCH = 9;

/** From where to where a line goes, pixels. */
export interface LineSpan {
  readonly left: number;
  readonly right: number;
}

/** Where a line is in view, pixels; null where it is not. */
export function spanOf(
  { line }: LineProgram,
  { viewport, width }: Pick<TimelinePicture, 'viewport' | 'width'>,
): LineSpan | null {
  const { start, end } = lineTimes(line);
  const [left, right] = [xAt(viewport, start), xAt(viewport, end)];
  return right < 0 || left > width ? null : { left, right: Math.max(right, left + 2) };
}

/** Paints the head of a line, by which it is moved and trimmed: its name on a bar as long as it. */
export function paintHead(
  context: CanvasRenderingContext2D,
  one: LineProgram,
  { top, height }: Strip,
  span: LineSpan,
  picture: TimelinePicture,
  colors: Colors,
): void {
  const chosen = picture.together.has(one.line.id);
  context.fillStyle = chosen ? colors.chosen : colors.head;
  context.beginPath();
  context.roundRect(span.left, top, span.right - span.left - 1, height, [CORNER, CORNER, 0, 0]);
  context.fill();
  if (isUnrecorded(one.line))
    paintHatching(context, { top, height }, span, chosen ? colors.onChosen : colors.text);
  writeName(
    context,
    nameOf(one.line),
    span,
    top + height / 2,
    chosen ? colors.onChosen : colors.text,
  );
}

/** Whether the actor has not recorded a line yet: it has no voice, or a scratch voice. */
const isUnrecorded = ({ voice }: Line) => voice === null || voice.scratch !== null;

function nameOf(line: Line): string {
  if (!isUnrecorded(line)) return line.name;
  return `${line.voice ? 'scratch' : 'no voice'} · ${line.name}`;
}

/** Slanted strokes, by which a line that nobody has recorded is known at a glance. */
function paintHatching(
  context: CanvasRenderingContext2D,
  { top, height }: Strip,
  { left, right }: LineSpan,
  color: string,
): void {
  context.save();
  context.beginPath();
  context.rect(left, top, right - left - 1, height);
  context.clip();
  context.globalAlpha = 0.16;
  context.strokeStyle = color;
  context.lineWidth = 3;
  context.beginPath();
  const from = Math.max(left, -HATCH) - height;
  for (let x = from - (from % HATCH); x < Math.min(right, context.canvas.width); x += HATCH) {
    context.moveTo(x, top + height);
    context.lineTo(x + height, top);
  }
  context.stroke();
  context.restore();
}

/** Paints a line of somebody who is not worked on: its name over its waveform. */
export function paintThinLine(
  context: CanvasRenderingContext2D,
  one: LineProgram,
  { top, height }: Strip,
  span: LineSpan,
  picture: TimelinePicture,
  colors: Colors,
): void {
  const box = { top: top + 2, height: height - 4 };
  if (span.right - span.left < NARROWEST_NAMED) {
    // Neither round corners nor a name would be seen, and an hour has hundreds of them.
    context.fillStyle = picture.together.has(one.line.id) ? colors.chosen : colors.mouth;
    const left = Math.round(span.left);
    const wide = Math.max(1, Math.round(span.right) - left - 1);
    context.fillRect(left, box.top, wide, box.height);
    if (!one.line.voice) return;
    if (wide >= NARROWEST_WAVE) return paintWave(context, one, box, picture, colors.waveQuiet);
    context.fillStyle = colors.waveQuiet;
    context.fillRect(left, box.top + 5, wide, box.height - 10);
    return;
  }
  context.beginPath();
  context.roundRect(span.left, box.top, span.right - span.left - 1, box.height, CORNER);
  context.fillStyle = colors.mouth;
  context.fill();
  // Not clipped: voices are still where the corners are round, and clipping takes longer than all else.
  if (one.line.voice) paintWave(context, one, box, picture, colors.waveQuiet);
  if (isUnrecorded(one.line)) paintHatching(context, box, span, colors.text);
  writeOnPaper(context, nameOf(one.line), span, top + height / 2 + 0.5, colors);
  if (!picture.together.has(one.line.id)) return;
  context.strokeStyle = colors.chosen;
  context.lineWidth = 2;
  context.beginPath();
  context.roundRect(span.left + 1, box.top, span.right - span.left - 3, box.height, CORNER);
  context.stroke();
}

/** A name on a patch of paper, which keeps the waveform away from it. */
function writeOnPaper(
  context: CanvasRenderingContext2D,
  name: string,
  span: LineSpan,
  y: number,
  colors: Colors,
): void {
  context.font = SMALL_FONT;
  const from = Math.max(0, span.left);
  const width = Math.min(span.right - from, widthOf(context, name) + 12);
  context.fillStyle = colors.mouth;
  context.globalAlpha = 0.85;
  context.fillRect(from + 1, y - 8, width - 2, 16);
  context.globalAlpha = 1;
  writeName(context, name, span, y, colors.text, SMALL_FONT);
}

function writeName(
  context: CanvasRenderingContext2D,
  name: string,
  { left, right }: LineSpan,
  y: number,
  color: string,
  font = FONT,
): void {
  const from = Math.max(0, left) + 6;
  const room = right - from - 4;
  if (room < NARROWEST_NAMED) return;
  context.font = font;
  context.fillStyle = color;
  context.textBaseline = 'middle';
  context.fillText(shortened(context, name, room), from, y);
}

const envelopes = new WeakMap<Line, readonly EnvelopePoint[]>();

function envelopeOf(line: Line): readonly EnvelopePoint[] {
  let points = envelopes.get(line);
  if (!points) {
    const { envelope, duration } = placedSound(line);
    envelopes.set(line, (points = envelopePoints(envelope, duration)));
  }
  return points;
}

/** Paints the waveform of what is heard of a line, as loud as it is made. */
export function paintWave(
  context: CanvasRenderingContext2D,
  { line }: LineProgram,
  { top, height }: Strip,
  { viewport, width, peaks }: TimelinePicture,
  color: string,
): void {
  const pyramid = peaks.get(heardVoice(line)?.peaks ?? '');
  const { start, end, origin } = lineTimes(line);
  const first = Math.max(0, Math.floor(xAt(viewport, start)));
  const last = Math.min(width, Math.ceil(xAt(viewport, end)));
  const narrow = last - first < NARROWEST_OUTLINED;
  context.fillStyle = color;
  // In columns of their own voices are at least as high as this.
  if (!narrow || !pyramid) context.fillRect(first, top + height / 2, Math.max(0, last - first), 1);
  if (!pyramid) return;
  const points = envelopeOf(line);
  const extentAt = (x: number): readonly [upper: number, lower: number] => {
    const time = timeAt(viewport, x);
    const factor = factorAt(points, time - start);
    const { low, high } = pyramid.between(time - origin, time - origin + 1 / viewport.scale);
    const upper = top + (height / 2) * (1 - Math.min(1, factor * high));
    return [upper, Math.max(upper + 1, top + (height / 2) * (1 - Math.max(-1, factor * low)))];
  };
  if (narrow) {
    for (let x = first; x < last; x++) {
      const [upper, lower] = extentAt(x);
      context.fillRect(x, upper, 1, lower - upper);
    }
    return;
  }
  context.beginPath();
  const lowest: number[] = [];
  for (let x = first; x < last; x++) {
    const [upper, lower] = extentAt(x);
    context.lineTo(x + 0.5, upper);
    lowest.push(lower);
  }
  for (let at = lowest.length - 1; at >= 0; at--) context.lineTo(first + at + 0.5, lowest[at]!);
  context.fill();
}
