import type { Signal } from '../signals';
import type { VoiceTrack } from './voiceTrack';

const known = new WeakMap<VoiceTrack, Map<number, VoiceTrack>>();

/**
 * A track of a voice that is spoken more slowly or faster: everything happens at another time, and nothing else changes.
 * The same track and factor give the same object.
 *
 * @param factor 2 where everything takes twice as long
 */
export function inOtherTime(track: VoiceTrack, factor: number): VoiceTrack {
  if (factor === 1) return track;
  const made = known.get(track) ?? new Map<number, VoiceTrack>();
  known.set(track, made);
  const before = made.get(factor);
  if (before) return before;
  const moved = <Span extends { readonly start: number; readonly end: number }>(span: Span) => ({
    ...span,
    start: factor * span.start,
    end: factor * span.end,
  });
  const slower = <Over extends Pick<Signal, 'rate'>>(over: Over): Over => ({
    ...over,
    rate: over.rate / factor,
  });
  const after: VoiceTrack = {
    ...track,
    duration: factor * track.duration,
    sounds: track.sounds.map(moved),
    words: track.words.map(moved),
    deviations: track.deviations && {
      ...track.deviations,
      added: track.deviations.added.map(moved),
    },
    loudness: slower(track.loudness),
    sides: track.sides && {
      left: slower(track.sides.left),
      right: slower(track.sides.right),
    },
    spectrum: track.spectrum && slower(track.spectrum),
    pitch: track.pitch && slower(track.pitch),
  };
  made.set(factor, after);
  return after;
}
