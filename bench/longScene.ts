import type { Character } from '@cruvo/core/character';
import type { SceneMaterial } from '@cruvo/core/program';
import { inTable } from '@cruvo/core/records';
import {
  standing,
  starterScene,
  type CastMember,
  type Line,
  type Row,
  type Voice,
} from '@cruvo/core/scene';
import type { Sound, VoiceTrack } from '@cruvo/core/speech';
import { frameStart, toFlicks } from '@cruvo/core/time';

/** Seconds of each line; twenty of them are half an hour. */
export const LINE_SECONDS = 90;
const LINES = 20;
/** Mouths that were set by hand in each line. */
const CORRECTIONS = 40;

/** The same voice again and again, until it is as long as a line. */
export function longTrack(track: VoiceTrack): VoiceTrack {
  const rounds = Math.ceil(LINE_SECONDS / track.duration);
  const starts = Array.from({ length: rounds }, (_, round) => round * track.duration);
  const within = <Span extends { readonly start: number; readonly end: number }>(
    spans: readonly Span[],
  ): Span[] =>
    starts.flatMap((start) =>
      spans
        .map((span) => ({
          ...span,
          start: span.start + start,
          end: Math.min(LINE_SECONDS, span.end + start),
        }))
        .filter((span) => span.end > span.start),
    );
  const sounds = within<Sound>(track.sounds).map((sound, at, all) => ({
    ...sound,
    start: at === 0 ? 0 : all[at - 1]!.end,
  }));
  const { rate, values } = track.loudness;
  return {
    ...track,
    duration: LINE_SECONDS,
    sounds: sounds.map((sound, at) =>
      at === sounds.length - 1 ? { ...sound, end: LINE_SECONDS } : sound,
    ),
    words: within(track.words),
    deviations: null,
    loudness: {
      rate,
      values: Array.from({ length: LINE_SECONDS * rate }, (_, at) => values[at % values.length]!),
    },
    spectrum: null,
  };
}

/**
 * Half an hour in which two characters say twenty lines in turn, with mouths set by hand in each.
 *
 * @param track id of what was heard in the voice
 */
export function longScene(
  characters: readonly [id: string, character: Character][],
  voice: Voice,
  track: string,
): SceneMaterial['scene'] {
  const [first] = characters;
  const starter = starterScene({
    ...{ name: 'Half an hour', characterId: first![0], character: first![1], voice },
    ...{ memberId: 'member', lineId: 'line' },
  });
  const members = characters.map(([character], at) =>
    standing({
      id: `member ${at}`,
      character,
      x: ((at + 1) * starter.stage.width) / (characters.length + 1),
      y: starter.stage.height,
      scale: (0.9 * starter.stage.height) / characters[at]![1].height,
    }),
  );
  const drawing = (at: number) => {
    const { mouth } = characters[at]![1];
    return mouth && 'chart' in mouth ? mouth.chart.drawings.at(-1)!.drawing : 'viseme 10';
  };
  const line = (at: number): Line => ({
    ...starter.lines['line']!,
    id: `line ${at}`,
    row: `member ${at % members.length}`,
    start: toFlicks(at * LINE_SECONDS),
    track,
    corrections: Array.from({ length: CORRECTIONS }, (_, index) => ({
      start: frameStart(48 * index + 12, '24'),
      end: frameStart(48 * index + 18, '24'),
      drawing: drawing(at % members.length),
    })),
  });
  const lines = Array.from({ length: LINES }, (_, at) => line(at));
  return {
    ...starter,
    length: toFlicks(LINES * LINE_SECONDS),
    cast: inTable<CastMember>(members),
    rows: inTable<Row>(
      members.map(({ id }) => ({ id, kind: 'dialogue', target: id, muted: false })),
    ),
    lines: Object.fromEntries(lines.map((one) => [one.id, one])),
  };
}
