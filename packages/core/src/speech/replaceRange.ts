import type { Sound, SpokenWord, VoiceTrack } from './voiceTrack';

interface Span {
  readonly start: number;
  readonly end: number;
}

/** Shorter leftovers at the seam are given to their neighbour, seconds. */
const SLIVER = 0.005;

/**
 * A track in which a stretch was heard anew.
 *
 * @param part what was heard of the stretch alone, its times from the stretch's start
 * @param start, end the stretch, seconds
 */
export function replaceRange(
  track: VoiceTrack,
  part: VoiceTrack,
  { start, end }: Span,
): VoiceTrack {
  const moved = <Item extends Span>(item: Item): Item => ({
    ...item,
    start: item.start + start,
    end: Math.min(item.end + start, end),
  });
  const outside = <Item extends Span>(items: readonly Item[]) => ({
    before: items
      .filter((item) => item.start < start - SLIVER)
      .map((item) => ({ ...item, end: Math.min(item.end, start) })),
    after: items
      .filter((item) => item.end > end + SLIVER)
      .map((item) => ({ ...item, start: Math.max(item.start, end) })),
  });
  const sounds = outside(track.sounds);
  const words = outside(track.words);
  const wordsInside = part.words.map(moved).filter((word: SpokenWord) => word.end > word.start);
  return {
    ...track,
    sounds: touching(
      [...sounds.before, ...part.sounds.map(moved), ...sounds.after],
      track.duration,
    ),
    words: [...words.before, ...wordsInside, ...words.after],
    deviations: track.deviations ?? part.deviations,
  };
}

/** Closes the slivers between sounds, so that they touch and cover the whole. */
function touching(sounds: readonly Sound[], duration: number): Sound[] {
  const kept = sounds.filter((sound) => sound.end - sound.start > SLIVER);
  return kept.map((sound, index) => ({
    ...sound,
    start: index === 0 ? 0 : kept[index - 1]!.end,
    end: index === kept.length - 1 ? duration : sound.end,
  }));
}
