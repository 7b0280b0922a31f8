import type { Migration } from '../migration';

interface OldLine {
  readonly voice: { readonly duration: number };
}

/** The only recording of a line, which sounds as it was made. */
const AS_RECORDED = {
  takes: [],
  shaping: { pace: 1, pitch: 0, formants: true, cleaning: 'none' },
  shaped: null,
};

/** A line may have no voice, and says itself how long it is; its mood may change, it keeps its takes; a voice may be synthetic; a scene has a work area. */
export const linesWithoutAVoice: Migration = (scene) => ({
  ...scene,
  workArea: null,
  lines: Object.fromEntries(
    Object.entries(scene['lines'] as Record<string, OldLine>).map(([id, line]) => {
      const voice = { ...line.voice, scratch: null };
      const { duration } = line.voice;
      return [id, { ...line, voice, duration, wordsPerMinute: 150, moods: [], ...AS_RECORDED }];
    }),
  ),
});
