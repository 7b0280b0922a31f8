import { inOtherTime } from '../speech/inOtherTime';
import type { VoiceTrack } from '../speech/voiceTrack';
import type { Flicks } from '../time';
import type { Line, Stretch } from './line';
import type { ShapedVoice, Shaping } from './shaping';

/** How much longer a moment of a line's voice is than of its recording. */
export function slowness({ voice, duration }: Pick<Line, 'voice' | 'duration'>): number {
  return voice ? duration / voice.duration : 1;
}

/** A stretch of a line's voice, in times of its recording. */
export function inRecording<Span extends { readonly start: number; readonly end: number }>(
  line: Pick<Line, 'voice' | 'duration'>,
  span: Span,
): Span {
  const factor = slowness(line);
  return { ...span, start: span.start / factor, end: span.end / factor };
}

/** What is heard of a line: its voice as it was recorded, or as it is shaped; null where there is none. */
export function heardVoice({ voice, shaped }: Pick<Line, 'voice' | 'shaped'>): ShapedVoice | null {
  return shaped ?? voice;
}

/** What was heard in the recording of a line, in times of its voice as it is shaped. */
export function trackOfLine(
  line: Pick<Line, 'track' | 'voice' | 'duration'>,
  tracks: ReadonlyMap<string, VoiceTrack>,
): VoiceTrack | null {
  const track = line.track === null ? undefined : tracks.get(line.track);
  return track ? inOtherTime(track, slowness(line)) : null;
}

/**
 * A line whose voice sounds otherwise. All that hangs on its sounds stays on them, however fast it is.
 *
 * @param shaped null where it sounds as it was recorded
 * @param duration of the voice as it sounds now
 */
export function withShaping(
  line: Line,
  shaping: Shaping,
  shaped: ShapedVoice | null,
  duration: Flicks,
): Line {
  const factor = duration / line.duration;
  const time = (old: Flicks) => Math.round(old * factor);
  const offset = Math.min(time(line.offset), duration - 1);
  const length = Math.max(1, Math.min(time(line.length), duration - offset));
  const fadeIn = Math.min(line.fadeIn, length);
  return {
    ...line,
    ...{ shaping, shaped, duration, offset, length, fadeIn },
    fadeOut: Math.min(line.fadeOut, length - fadeIn),
    corrections: scaled(line.corrections, time),
    reviewed: scaled(line.reviewed, time),
    moods: line.moods.map((change) => ({
      ...change,
      time: Math.max(1, time(change.time)),
      blend: time(change.blend),
    })),
  };
}

/** Stretches at other times; those that would vanish are left out. */
function scaled<Piece extends Stretch>(pieces: readonly Piece[], time: (old: Flicks) => Flicks) {
  return pieces
    .map((piece) => ({ ...piece, start: time(piece.start), end: time(piece.end) }))
    .filter(({ start, end }) => end > start);
}
