import { moodsOf } from '../mouth/coverage';
import type { MouthChart } from '../mouth/mouthChart';
import { directionsOf } from '../speech/script/directions';
import { readScript } from '../speech/script/script';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toFlicks, type Flicks } from '../time';
import type { Line } from './line';
import { moodAt, type Mood } from './moods';

/** A stage direction where it is played. */
export interface PlacedDirection {
  readonly text: string;
  /** From the start of the voice. */
  readonly time: Flicks;
  /** The mood that it names, or the expression; null where it names none. */
  readonly mood: Mood | null;
}

/**
 * The stage directions of a line at their words: before the word that follows, or after the last one.
 *
 * @param chart the mouths of who speaks; null where there are none
 */
export function placedDirections(
  line: Line,
  track: VoiceTrack | null,
  chart: MouthChart | null,
): PlacedDirection[] {
  const words = track?.words ?? [];
  /** When a word begins, or the last one ends; where they were not heard, as far along the voice as along the script. */
  const timeOf = (word: number): Flicks => {
    const at = words[word]?.start ?? words.at(-1)?.end;
    if (at !== undefined) return toFlicks(at);
    const all = readScript(line.script, line.language).length;
    return Math.round((word / all) * line.duration);
  };
  return directionsOf(line.script, line.language).map(({ text, word }) => {
    // What is said before the first word holds from the line's beginning.
    const time = word === 0 ? 0 : Math.min(timeOf(word), line.duration - 1);
    return { text, time, mood: chart && namedMood(text, line, time, chart) };
  });
}

/** The mood or expression of a character that a direction names: "cross", "she smiles", "very cheerful". */
function namedMood(text: string, line: Line, time: Flicks, chart: MouthChart): Mood | null {
  const words = text.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  const names = (name: string) =>
    name
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean)
      .every((part) => words.some((word) => word === part || isFormOf(word, part)));
  const before = moodAt(line, time);
  const mood = moodsOf(chart).find(names);
  if (mood !== undefined) return { ...before, mood };
  const expression = chart.drawings.find(
    ({ articulation, label }) => articulation === null && names(label),
  );
  return expression ? { ...before, pauseDrawing: expression.drawing } : null;
}

/** "smiles", "smiling" and "smiled" are forms of "smile". */
function isFormOf(word: string, name: string): boolean {
  const stem = name.replace(/e$/, '');
  return (
    stem.length >= 3 &&
    ['s', 'es', 'ed', 'ing'].some(
      (end) => [name, stem].includes(word.slice(0, -end.length)) && word.endsWith(end),
    )
  );
}
