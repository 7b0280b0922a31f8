import { SILENCE } from '../speech/visemes';
import type { VoiceTrack } from '../speech/voiceTrack';
import { frameCount, frameStart, framesPerSecond, type Flicks, type FrameRateName } from '../time';
import { articulate, pausesOf } from './articulate';
import { targetOf, articulationDistance } from './articulation';
import { CONTACTS } from './coarticulation';
import type { FitSettings } from './fitSettings';
import {
  nearestDrawing,
  speakingDrawings,
  type MouthChart,
  type SpeakingDrawing,
} from './mouthChart';
import type { HeldDrawing } from './mouths';

/** What a change of drawing costs, in the measure of articulationDistance: keeps mouths from fluttering. */
const CHANGE = 0.12;
/** What it is worth to show a contact, or rest in a pause: more than any articulationDistance can cost. */
const MUST = 60;
const REST_WISH = 6;
/** What the rest drawing costs while somebody speaks: a soft sound is no rest. */
const REST_IN_SPEECH = 0.4;

/**
 * Chooses a drawing for every frame by what animators go by: nearest to the articulation, held at least
 * `hold` frames, no fluttering, lips that meet (p b m) and teeth on the lip (f v) always seen even if they
 * have to borrow time from their neighbours, rest in long pauses, all a little ahead of the sound. Of all
 * sequences of drawings the one that costs least (dynamic programming), so that the same voice with the
 * same settings always gives the same mouths.
 *
 * @param duration length of the line; the last mouth ends there
 * @param frameRate edges of mouths lie on its frames
 */
export function selectMouthDrawings(
  track: VoiceTrack,
  fit: FitSettings,
  chart: MouthChart,
  { duration, frameRate }: { duration: Flicks; frameRate: FrameRateName },
): HeldDrawing[] {
  const drawings = speakingDrawings(chart);
  const frames = frameCount(duration, frameRate);
  const costs = frameCosts(track, fit, { ...chart, drawings }, frames, framesPerSecond(frameRate));
  const path = cheapestPath(costs, drawings.length, frames, Math.min(fit.hold, frames));
  return heldDrawings(path, drawings, frameRate, duration);
}

type SpeakingChart = Omit<MouthChart, 'drawings'> & {
  readonly drawings: readonly SpeakingDrawing[];
};

/** What each drawing costs in each frame [frames * drawings]. */
function frameCosts(
  track: VoiceTrack,
  fit: FitSettings,
  chart: SpeakingChart,
  frames: number,
  frameRate: number,
): Float64Array {
  const count = chart.drawings.length;
  const articulation = articulate(track, fit);
  const costs = new Float64Array(frames * count);
  for (let frame = 0; frame < frames; frame++) {
    const shape = articulation(Math.max(0, (frame + 0.5) / frameRate + fit.leadSeconds));
    chart.drawings.forEach((drawing, at) => {
      costs[frame * count + at] = articulationDistance(drawing.articulation, shape);
    });
  }
  const rest = chart.drawings.findIndex(({ drawing }) => drawing === chart.rest);
  const frameOf = (time: number) => (time - fit.leadSeconds) * frameRate;
  for (const pause of pausesOf(track, fit)) wishRest(pause);
  if (fit.method === 'sounds') discourageRest();
  if (fit.method === 'sounds') {
    for (const { frame, at } of contacts()) costs[frame * count + at]! -= MUST;
  }
  return costs;

  function wishRest({ start, end }: { start: number; end: number }): void {
    const [begins, ends] = [start === 0, end >= track.duration];
    if (rest < 0 || (end - start < fit.pause && !begins && !ends)) return;
    const last = ends ? frames : Math.min(frames, Math.floor(frameOf(end)));
    for (let frame = Math.max(0, Math.ceil(frameOf(start))); frame < last; frame++) {
      costs[frame * count + rest]! -= REST_WISH;
    }
  }

  function discourageRest(): void {
    for (const { start, end, viseme } of track.sounds) {
      if (rest < 0 || viseme === SILENCE) continue;
      const last = Math.min(frames, frameOf(end));
      for (let frame = Math.max(0, Math.ceil(frameOf(start))); frame < last; frame++) {
        costs[frame * count + rest]! += REST_IN_SPEECH;
      }
    }
  }

  /**
   * The frame in the middle of each contact, which must show it; the hold spreads it to both sides. Of two
   * different contacts too close together to be held both, the later one waits.
   */
  function contacts(): { frame: number; at: number }[] {
    const found: { frame: number; at: number }[] = [];
    for (const { start, end, viseme } of track.sounds) {
      if (!CONTACTS.includes(viseme)) continue;
      const drawing = nearestDrawing(chart, targetOf(viseme));
      const at = chart.drawings.findIndex((entry) => entry.drawing === drawing);
      const last = found.at(-1);
      const middle = Math.max(0, Math.floor(frameOf((start + end) / 2)));
      const soonest = last && last.at !== at ? last.frame + fit.hold : 0;
      const frame = Math.max(middle, soonest);
      if (at >= 0 && frame < frames) found.push({ frame, at });
    }
    return found;
  }
}

/** The drawing of each frame: least cost in all, every drawing held at least `hold` frames. */
function cheapestPath(
  costs: Float64Array,
  count: number,
  frames: number,
  hold: number,
): Uint16Array {
  // Cost of the best sequence that ends at a frame with a drawing that may change next.
  let settled = new Float64Array(count);
  /** Cost up to the frame before each of the last `hold` frames, and which drawing it ended with. */
  const bestUpTo = new Float64Array(frames + 1);
  const bestDrawing = new Int32Array(frames + 1).fill(-1);
  /** For each frame and drawing: 1 where the drawing began `hold` - 1 frames ago, 0 where it lasted longer. */
  const began = new Uint8Array(frames * count);
  const sums = new Float64Array((frames + 1) * count);
  for (let frame = 0; frame < frames; frame++) {
    for (let at = 0; at < count; at++) {
      sums[(frame + 1) * count + at] = sums[frame * count + at]! + costs[frame * count + at]!;
    }
  }
  settled.fill(Infinity);
  for (let frame = hold - 1; frame < frames; frame++) {
    const first = frame - hold + 1;
    const next = new Float64Array(count);
    let best = Infinity;
    for (let at = 0; at < count; at++) {
      const change = first === 0 ? 0 : CHANGE;
      const fresh =
        first > 0 && bestDrawing[first] === -1
          ? Infinity
          : bestUpTo[first]! + change + sums[(frame + 1) * count + at]! - sums[first * count + at]!;
      const lasting = settled[at]! + costs[frame * count + at]!;
      began[frame * count + at] = fresh < lasting ? 1 : 0;
      next[at] = Math.min(fresh, lasting);
      if (next[at]! < best) {
        best = next[at]!;
        bestDrawing[frame + 1] = at;
      }
    }
    bestUpTo[frame + 1] = best;
    settled = next;
  }
  return traceBack(began, bestDrawing, count, frames, hold);
}

function traceBack(
  began: Uint8Array,
  bestDrawing: Int32Array,
  count: number,
  frames: number,
  hold: number,
): Uint16Array {
  const path = new Uint16Array(frames);
  let frame = frames - 1;
  let drawing = bestDrawing[frames]!;
  while (frame >= 0) {
    if (began[frame * count + drawing] === 1) {
      path.fill(drawing, frame - hold + 1, frame + 1);
      frame -= hold;
      if (frame >= 0) drawing = bestDrawing[frame + 1]!;
    } else {
      path[frame] = drawing;
      frame--;
    }
  }
  return path;
}

function heldDrawings(
  path: Uint16Array,
  drawings: readonly SpeakingDrawing[],
  frameRate: FrameRateName,
  duration: Flicks,
): HeldDrawing[] {
  const mouths: HeldDrawing[] = [];
  let from = 0;
  for (let frame = 1; frame <= path.length; frame++) {
    if (frame < path.length && path[frame] === path[from]) continue;
    const end = frame === path.length ? duration : frameStart(frame, frameRate);
    mouths.push({
      start: frameStart(from, frameRate),
      end,
      drawing: drawings[path[from]!]!.drawing,
    });
    from = frame;
  }
  return mouths;
}
