import type { Point } from '@cruvo/core/geometry';
import { endOf, GAIN_RANGE, type Line } from '@cruvo/core/scene';
import { toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import type { Strip } from './rows';
import { SMALL_FONT, type Colors } from './timelinePicture';
import { xAt, type Viewport } from './viewport';

/** What of a line's sound is set by a handle on its waveform. */
export type SoundHandle = 'gain' | 'fadeIn' | 'fadeOut';

const RADIUS = 5;
const REACH = 8;
/** Room for the handles of fades above and below, pixels. */
const EDGE = 6;
/** Gain that the height of the waveform stands for, dB up and down. */
const GAIN_SHOWN = 24;
/** Below this width a line has no handles, pixels. */
const NARROWEST = 60;

/** Where the handles of a line are, pixels; null where it is too narrow for them. */
export function handlePlaces(
  line: Line,
  strip: Strip,
  viewport: Viewport,
): Readonly<Record<SoundHandle, Point>> | null {
  const x = (time: Flicks) => xAt(viewport, toSeconds(time));
  const [left, right] = [x(line.start), x(endOf(line))];
  if (right - left < NARROWEST) return null;
  const top = strip.top + EDGE;
  return {
    fadeIn: { x: x(line.start + line.fadeIn), y: top },
    fadeOut: { x: x(endOf(line) - line.fadeOut), y: top },
    gain: { x: (left + right) / 2, y: gainHeight(line.gain, strip) },
  };
}

/** The handle near a point. */
export function handleNear(
  line: Line,
  strip: Strip,
  viewport: Viewport,
  { x, y }: Point,
): SoundHandle | null {
  const places = handlePlaces(line, strip, viewport);
  if (!places) return null;
  const near = (['gain', 'fadeIn', 'fadeOut'] as const).find(
    (handle) => Math.hypot(places[handle].x - x, places[handle].y - y) <= REACH,
  );
  return near ?? null;
}

/** What a line's sound becomes when a handle is dragged to a time of the scene and a height. */
export function draggedSound(
  line: Line,
  handle: SoundHandle,
  to: { readonly time: number; readonly y: number },
  strip: Strip,
): Partial<Line> {
  const between = (value: Flicks, most: Flicks) => Math.round(Math.min(most, Math.max(0, value)));
  const time = toFlicks(to.time);
  if (handle === 'fadeIn') {
    return { fadeIn: between(time - line.start, line.length - line.fadeOut) };
  }
  if (handle === 'fadeOut') {
    return { fadeOut: between(endOf(line) - time, line.length - line.fadeIn) };
  }
  const share = (to.y - strip.top - EDGE) / (strip.height - 2 * EDGE);
  const gain = Math.round(2 * GAIN_SHOWN * (1 - 2 * share)) / 2;
  return { gain: Math.min(GAIN_RANGE.most, Math.max(-GAIN_SHOWN, gain)) };
}

function gainHeight(gain: number, { top, height }: Strip): number {
  const shown = Math.min(GAIN_SHOWN, Math.max(-GAIN_SHOWN, gain));
  return top + EDGE + ((height - 2 * EDGE) * (1 - shown / GAIN_SHOWN)) / 2;
}

/** Paints the handles of a line, and its envelope between them. */
export function paintSoundHandles(
  context: CanvasRenderingContext2D,
  line: Line,
  strip: Strip,
  viewport: Viewport,
  colors: Colors,
): void {
  const places = handlePlaces(line, strip, viewport);
  if (!places) return;
  const x = (time: Flicks) => xAt(viewport, toSeconds(time));
  const foot = strip.top + strip.height - 1;
  context.strokeStyle = colors.chosen;
  context.lineWidth = 1;
  context.beginPath();
  context.moveTo(x(line.start), line.fadeIn > 0 ? foot : places.fadeIn.y);
  context.lineTo(places.fadeIn.x, places.fadeIn.y);
  context.lineTo(places.fadeOut.x, places.fadeOut.y);
  context.lineTo(x(endOf(line)), line.fadeOut > 0 ? foot : places.fadeOut.y);
  context.stroke();
  for (const handle of [places.fadeIn, places.fadeOut, places.gain]) {
    context.beginPath();
    context.arc(handle.x, handle.y, RADIUS, 0, 2 * Math.PI);
    context.fillStyle = colors.mouth;
    context.fill();
    context.lineWidth = 2;
    context.stroke();
  }
  if (line.gain === 0) return;
  context.font = SMALL_FONT;
  context.textBaseline = 'middle';
  context.fillStyle = colors.text;
  const text = `${line.gain > 0 ? '+' : ''}${line.gain} dB`;
  context.fillText(text, places.gain.x + RADIUS + 4, places.gain.y);
}
