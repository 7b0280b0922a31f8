import { articulationDistance } from '../mouth/articulation';
import { articulate } from '../mouth/articulate';
import { speakingDrawings } from '../mouth/mouthChart';
import type { MouthRig } from '../mouth/mouthRig';
import { isHeardAt, sceneTime, type Line } from '../scene/line';
import { moodAt } from '../scene/moods';
import { leastConfident } from '../speech/leastConfident';
import type { Sound } from '../speech/voiceTrack';
import { toFlicks, type Flicks } from '../time';
import { chartOfLine, type LineProgram } from './lineProgram';

/** A sound that is to be looked at. */
export interface UnsureSound {
  readonly line: LineProgram;
  readonly sound: Sound;
  /** Its middle, from the start of the scene. */
  readonly time: Flicks;
  /** Whether somebody has looked at it, or set a mouth there. */
  readonly seen: boolean;
}

/** How many mouths there are to look at, and what has been done. */
export interface ReviewProgress {
  readonly unsure: number;
  readonly seen: number;
  readonly mouths: number;
  /** Mouths that were set by hand. */
  readonly byHand: number;
}

/** The unsure sounds that are heard, in the order of the scene. */
export function unsureSounds(lines: readonly LineProgram[]): UnsureSound[] {
  return lines
    .flatMap((program) =>
      leastConfident(program.track?.sounds ?? []).map((sound): UnsureSound => {
        const middle = toFlicks((sound.start + sound.end) / 2);
        const time = sceneTime(program.line, middle);
        return { line: program, sound, time, seen: isSeen(program.line, middle) };
      }),
    )
    .filter(({ line, time }) => isHeardAt(line.line, time))
    .sort((a, b) => a.time - b.time);
}

function isSeen({ reviewed, corrections }: Line, time: Flicks): boolean {
  const covers = (one: { readonly start: Flicks; readonly end: Flicks }) =>
    one.start <= time && time < one.end;
  return reviewed.some(covers) || corrections.some(covers);
}

/** How far some lines have been looked at. */
export function reviewProgress(lines: readonly LineProgram[]): ReviewProgress {
  const unsure = unsureSounds(lines);
  const mouths = lines.flatMap(({ line, mouths: own }) =>
    own.filter(({ start, end }) => {
      return (
        sceneTime(line, end) > line.start &&
        isHeardAt(line, Math.max(line.start, sceneTime(line, start)))
      );
    }),
  );
  return {
    unsure: unsure.length,
    seen: unsure.filter(({ seen }) => seen).length,
    mouths: mouths.length,
    byHand: mouths.filter(({ byHand }) => byHand).length,
  };
}

/**
 * The drawings that look most like what is articulated at a moment, the likeliest first.
 *
 * @param time from the start of the voice, seconds
 */
export function likeliestDrawings(
  { line, track }: LineProgram,
  rig: MouthRig,
  time: number,
  count: number,
): string[] {
  if (!track) return [];
  const shape = articulate(track, line.fit)(time);
  return speakingDrawings(chartOfLine(rig, moodAt(line, toFlicks(time))))
    .map(({ drawing, articulation }) => ({
      drawing,
      distance: articulationDistance(articulation, shape),
    }))
    .sort((a, b) => a.distance - b.distance)
    .slice(0, count)
    .map(({ drawing }) => drawing);
}
