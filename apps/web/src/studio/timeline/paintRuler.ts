import { FLICKS_PER_SECOND, framesPerSecond, toFlicks, toSeconds } from '@cruvo/core/time';
import { RULER } from './rows';
import { FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { timeAt, xAt } from './viewport';

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

/** Paints seconds and frames. */
export function paintRuler(
  context: CanvasRenderingContext2D,
  picture: TimelinePicture,
  colors: Colors,
): void {
  const { viewport, width, program } = picture;
  const { workArea } = program.scene;
  if (workArea) {
    const [left, right] = [workArea.start, workArea.end].map((time) =>
      xAt(viewport, toSeconds(time)),
    );
    context.fillStyle = colors.byHand;
    context.fillRect(left!, RULER.height - 4, right! - left!, 4);
  }
  const rate = framesPerSecond(program.scene.frameRate);
  const step = labelStep(viewport.scale, rate);
  context.font = FONT;
  context.textBaseline = 'middle';
  context.strokeStyle = colors.mouthEdge;
  context.fillStyle = colors.textQuiet;
  context.lineWidth = 1;
  context.beginPath();
  const middle = RULER.height / 2;
  for (
    let index = Math.floor(viewport.start / step);
    index * step <= timeAt(viewport, width);
    index++
  ) {
    const x = Math.round(xAt(viewport, index * step)) + 0.5;
    context.moveTo(x, RULER.height - 7);
    context.lineTo(x, RULER.height);
    context.fillText(rulerLabel(index * step, step, rate), x + 4, middle);
  }
  if (viewport.scale / rate >= 5) {
    for (
      let frame = Math.floor(viewport.start * rate);
      frame / rate <= timeAt(viewport, width);
      frame++
    ) {
      const x = Math.round(xAt(viewport, frame / rate)) + 0.5;
      context.moveTo(x, RULER.height - 3);
      context.lineTo(x, RULER.height);
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
