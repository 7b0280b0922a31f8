import { bandLoudness } from '../audio/spectrum';
import { articulate } from '../mouth/articulate';
import type { Articulation } from '../mouth/articulation';
import { DEFAULT_FIT } from '../mouth/fitSettings';
import { valueAt, type Signal } from '../signals';
import type { VoiceTrack } from '../speech/voiceTrack';
import { phrasesOf, type Phrase } from './phrases';

/** Levels: of what is heard, or of one channel of the recording; where it has only one, of that. */
export type LoudnessKind = 'loudness' | 'left loudness' | 'right loudness';

/** Something about a voice that can be measured at any moment. */
export type VoiceFeature =
  | { readonly kind: LoudnessKind | 'pitch' | 'intonation' }
  | { readonly kind: 'band' | 'onsets'; readonly low: number; readonly high: number }
  | { readonly kind: 'articulation'; readonly dimension: keyof Articulation };

/** Values a second of features that are computed. */
const RATE = 100;
/** Onsets: how much louder a band is than so many seconds before. */
const ONSET = 0.03;
const SEMITONES = 12;
/** Semitones are counted from here, Hz. */
const PITCH_ZERO = 55;

/**
 * The course of a feature over a voice: levels in dBFS, onsets in dB, pitch in semitones above 55 Hz, intonation in
 * semitones above the middle of its phrase, articulation as shares. Null where the track doesn't tell.
 */
export function featureCurve(track: VoiceTrack, feature: VoiceFeature): Signal | null {
  switch (feature.kind) {
    case 'loudness':
      return track.loudness;
    case 'left loudness':
      return track.sides?.left ?? track.loudness;
    case 'right loudness':
      return track.sides?.right ?? track.loudness;
    case 'band':
      return track.spectrum && bandLoudness(track.spectrum, feature);
    case 'onsets':
      return track.spectrum && rises(bandLoudness(track.spectrum, feature));
    case 'pitch':
      return pitchCurve(track);
    case 'intonation':
      return intonation(track);
    case 'articulation': {
      const at = articulate(track, { ...DEFAULT_FIT, leadSeconds: 0 });
      return sampled(track.duration, (time) => at(time)[feature.dimension]);
    }
  }
}

function sampled(duration: number, of: (time: number) => number): Signal {
  const values = Array.from({ length: Math.ceil(duration * RATE) }, (_, at) =>
    of((at + 0.5) / RATE),
  );
  return { rate: RATE, values };
}

function rises(level: Signal): Signal {
  const back = Math.max(1, Math.round(ONSET * level.rate));
  const values = level.values.map((now, at) =>
    Math.max(0, now - level.values[Math.max(0, at - back)]!),
  );
  return { rate: level.rate, values };
}

/** Pitch without jumps of an octave, gone on evenly where there is none. */
function pitchCurve({ pitch }: VoiceTrack): Signal | null {
  if (!pitch) return null;
  const heard = pitch.values.map((hertz) =>
    hertz > 0 ? SEMITONES * Math.log2(hertz / PITCH_ZERO) : NaN,
  );
  const known = heard.filter((value) => !Number.isNaN(value)).sort((a, b) => a - b);
  if (known.length === 0) return null;
  const middle = known[known.length >> 1]!;
  const steady = heard.map((value) => {
    const apart = value - middle;
    return Math.abs(apart) > 0.75 * SEMITONES ? value - Math.sign(apart) * SEMITONES : value;
  });
  return { rate: pitch.rate, values: filled(steady, middle) };
}

/** Numbers that are missing, evenly between those beside them. */
function filled(values: readonly number[], otherwise: number): number[] {
  const known = [...values.keys()].filter((at) => !Number.isNaN(values[at]!));
  const whole = values.slice();
  let next = 0;
  for (let at = 0; at < whole.length; at++) {
    while (next < known.length && known[next]! < at) next++;
    const [before, after] = [known[next - 1], known[next]];
    if (after === at) continue;
    if (before === undefined || after === undefined) {
      whole[at] = values[before ?? after ?? -1] ?? otherwise;
    } else {
      const share = (at - before) / (after - before);
      whole[at] = values[before]! + share * (values[after]! - values[before]!);
    }
  }
  return whole;
}

function intonation(track: VoiceTrack): Signal | null {
  const pitch = pitchCurve(track);
  if (!pitch) return null;
  const phrases = phrasesOf(track).map((phrase) => ({
    ...phrase,
    middle: middleOf(pitch, phrase),
  }));
  let at = 0;
  return sampled(track.duration, (time) => {
    while (at < phrases.length - 1 && phrases[at]!.end < time) at++;
    const phrase = phrases[at];
    return phrase && time >= phrase.start && time <= phrase.end
      ? valueAt(pitch, time) - phrase.middle
      : 0;
  });
}

function middleOf({ rate, values }: Signal, { start, end }: Phrase): number {
  const inside = values.slice(Math.floor(start * rate), Math.ceil(end * rate));
  const sorted = inside.sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
