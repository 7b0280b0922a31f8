import type { Phrase } from '../prosody';
import { phrasesOf } from '../prosody';
import type { Utterance } from '../life';
import { endOf, type Line } from '../scene/line';
import { linesOf, speakerOf, type Scene } from '../scene/scene';
import { trackOfLine } from '../scene/shapeLine';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toSeconds } from '../time';

/** The voice of a line where it is heard in a scene. Times in seconds. */
export interface PlacedVoice extends Utterance {
  /** Id of the line. */
  readonly line: string;
  /** Id of the cast member that speaks. */
  readonly speaker: string;
  /** What has to be taken off a time of the scene to have one of the voice. */
  readonly shift: number;
  readonly track: VoiceTrack;
}

/**
 * All voices that are heard in a scene, the earlier ones first. Where nothing differs from before, the very same list is
 * given.
 */
export function placedVoices(
  scene: Pick<Scene, 'lines' | 'rows'>,
  tracks: ReadonlyMap<string, VoiceTrack>,
  before: readonly PlacedVoice[] = [],
): readonly PlacedVoice[] {
  const known = new Map(before.map((voice) => [voice.line, voice]));
  const voices = linesOf(scene).flatMap((line) => {
    const track = trackOfLine(line, tracks);
    if (!track || scene.rows[line.row]!.muted) return [];
    const voice = placed(line, speakerOf(scene, line), track);
    const same = known.get(line.id);
    return [same && isSame(same, voice) ? same : voice];
  });
  const unchanged =
    voices.length === before.length && voices.every((voice, at) => voice === before[at]);
  return unchanged ? before : voices;
}

function placed(line: Line, speaker: string, track: VoiceTrack): PlacedVoice {
  return {
    ...{ line: line.id, speaker, track },
    ...{ start: toSeconds(line.start), end: toSeconds(endOf(line)) },
    shift: toSeconds(line.start - line.offset),
  };
}

function isSame(a: PlacedVoice, b: PlacedVoice): boolean {
  return (Object.keys(b) as (keyof PlacedVoice)[]).every((key) => a[key] === b[key]);
}

/** Stretches of a voice, such as its words, where they are heard in the scene; those that are not are left out. */
export function whereHeard<Span extends Utterance>(
  { start, end, shift }: PlacedVoice,
  spans: readonly Span[],
): Span[] {
  return spans.flatMap((span) => {
    const own = {
      ...span,
      start: Math.max(start, span.start + shift),
      end: Math.min(end, span.end + shift),
    };
    return own.end > own.start ? [own] : [];
  });
}

/** The phrases of voices where they are heard, in order; those that overlap are one. */
export function talkOf(voices: readonly PlacedVoice[]): Phrase[] {
  const all = voices
    .flatMap((voice) => whereHeard(voice, phrasesOf(voice.track)))
    .sort((a, b) => a.start - b.start);
  const apart: Phrase[] = [];
  for (const phrase of all) {
    const last = apart.at(-1);
    if (!last || phrase.start > last.end) apart.push(phrase);
    else if (phrase.end > last.end) {
      apart[apart.length - 1] = { ...phrase, start: last.start };
    }
  }
  return apart;
}
