import type { WordHook, WordTime } from '../cues';
import { sceneTime, type Line } from '../scene/line';
import { trackOfLine } from '../scene/shapeLine';
import type { Scene } from '../scene/scene';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toFlicks, type Flicks } from '../time';

/**
 * When words are said in a scene. A word is found by how it is written: in another recording of its line, and where others
 * have come before it, the nearest one that is written alike is meant.
 */
export function wordTimes(
  { lines }: Pick<Scene, 'lines'>,
  tracks: ReadonlyMap<string, VoiceTrack>,
): WordTime {
  const heard = new Map<string, VoiceTrack | null>();
  const trackOf = (line: Line) => {
    if (!heard.has(line.id)) heard.set(line.id, trackOfLine(line, tracks));
    return heard.get(line.id)!;
  };
  return ({ line: id, word, text }) => {
    const line = Object.hasOwn(lines, id) ? lines[id]! : null;
    const words = (line && trackOf(line)?.words) ?? [];
    const wanted = plain(text);
    const [nearest] = words
      .map((one, at) => ({ ...one, away: Math.abs(at - word) }))
      .filter((one) => plain(one.text) === wanted)
      .sort((a, b) => a.away - b.away);
    return line && nearest ? sceneTime(line, toFlicks(nearest.start)) : null;
  };
}

/** How far from a word something may be hooked to it, seconds. */
const REACH = 1;

/** The word of a line that is said nearest to a time of the scene, of the given lines; null where none is near. */
export function wordNear(
  lines: Iterable<{ readonly line: Line; readonly track: VoiceTrack | null }>,
  time: Flicks,
): WordHook | null {
  const words = [...lines].flatMap(({ line, track }) =>
    (track?.words ?? []).map((word, at) => {
      const [start, end] = [word.start, word.end].map((own) => sceneTime(line, toFlicks(own)));
      const away = Math.max(0, start! - time, time - end!);
      return { away, hook: { line: line.id, word: at, text: word.text, after: time - start! } };
    }),
  );
  const nearest = words.reduce<(typeof words)[number] | null>(
    (best, one) => (best && best.away <= one.away ? best : one),
    null,
  );
  return nearest && nearest.away <= toFlicks(REACH) ? nearest.hook : null;
}

const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
