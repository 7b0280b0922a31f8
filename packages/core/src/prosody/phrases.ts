import type { Sound, VoiceTrack } from '../speech/voiceTrack';
import { SILENCE } from '../speech/visemes';
import { valueAt } from '../signals';

/** Words that are said in one breath. Times in seconds of the voice. */
export interface Phrase {
  readonly start: number;
  readonly end: number;
  /** Whether its pitch rises at the end, as that of a question does. */
  readonly rising: boolean;
}

/** A pause of so many seconds ends a phrase. */
const PAUSE = 0.18;
/** The last seconds of a phrase, whose pitch is compared with that of as many before, … */
const TAIL = 0.2;
/** … and by how many octaves it lies above it where the phrase rises. */
const RISE = 2.5 / 12;

/** The phrases of a voice, in order. */
export function phrasesOf(track: VoiceTrack): readonly Phrase[] {
  const phrases: { start: number; end: number }[] = [];
  for (const { start, end } of spoken(track.sounds)) {
    const last = phrases.at(-1);
    if (last && start - last.end < PAUSE) last.end = end;
    else phrases.push({ start, end });
  }
  return phrases.map((phrase) => ({ ...phrase, rising: risesAtEnd(track, phrase.end) }));
}

function spoken(sounds: readonly Sound[]): readonly Sound[] {
  return sounds.filter(({ viseme }) => viseme !== SILENCE);
}

function risesAtEnd({ pitch }: VoiceTrack, end: number): boolean {
  if (!pitch) return false;
  const octave = (from: number) => {
    const found: number[] = [];
    for (let time = from; time < from + TAIL; time += 1 / pitch.rate) {
      const hertz = valueAt(pitch, time);
      if (hertz > 0 && valueAt(pitch, time - 1 / pitch.rate) > 0) found.push(Math.log2(hertz));
    }
    return found.length < 3 ? null : found.sort((a, b) => a - b)[found.length >> 1]!;
  };
  const [before, after] = [octave(end - 2 * TAIL), octave(end - TAIL)];
  return before !== null && after !== null && after - before > RISE;
}
