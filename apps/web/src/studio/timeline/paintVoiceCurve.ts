import { seenCurve, type LineProgram, type SeenCurve } from '@cruvo/core/program';
import { valueAt } from '@cruvo/core/signals';
import { lineTimes } from '../lineTimes';
import type { LineSpan } from './paintLine';
import type { Strip } from './rows';
import type { Colors, TimelinePicture } from './timelinePicture';
import { timeAt } from './viewport';

/** Paints the course of something about a voice, which its waveform is painted over. */
export function paintVoiceCurve(
  context: CanvasRenderingContext2D,
  { line, track }: LineProgram,
  kind: SeenCurve,
  { top, height }: Strip,
  span: LineSpan,
  { viewport, width }: Pick<TimelinePicture, 'viewport' | 'width'>,
  colors: Colors,
): void {
  const curve = track && seenCurve(track, kind);
  if (!curve) return;
  const { origin } = lineTimes(line);
  const [first, last] = [Math.max(0, Math.floor(span.left)), Math.min(width, span.right)];
  const down = (x: number) => {
    const value = valueAt(curve, timeAt(viewport, x) - origin);
    return top + (height - 2) * (1 - Math.min(1, Math.max(0, value))) + 1;
  };
  context.beginPath();
  for (let x = first; x < last; x++) context.lineTo(x, down(x));
  context.strokeStyle = colors.byHand;
  context.lineWidth = 1.5;
  context.stroke();
  context.lineTo(last, top + height);
  context.lineTo(first, top + height);
  context.globalAlpha = 0.25;
  context.fillStyle = colors.byHand;
  context.fill();
  context.globalAlpha = 1;
}
