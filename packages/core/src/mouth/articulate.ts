import { bandLoudness } from '../audio/spectrum';
import { valueAt, type Signal } from '../motion/signal';
import { SILENCE } from '../speech/visemes';
import { soundAt, type VoiceTrack } from '../speech/voiceTrack';
import { targetOf, type Articulation } from './articulation';
import { coarticulate } from './coarticulation';
import type { FitSettings } from './fitSettings';
import { openingOf } from './opening';

/** The mouth's shape at a time in seconds from the start of the voice. */
export type ArticulationOverTime = (time: number) => Articulation;

const REST = targetOf(SILENCE);

/** The articulation of a voice, as its settings say. */
export function articulate(track: VoiceTrack, fit: FitSettings): ArticulationOverTime {
  if (fit.method === 'sounds') return coarticulate(track, fit);
  return articulateBy(track, openingOf(signalOf(track, fit), fit));
}

/** What the jaw follows where it doesn't follow sounds: levels in dBFS over time. */
export function signalOf(track: VoiceTrack, { method, band }: FitSettings): Signal {
  return method === 'band' && track.spectrum ? bandLoudness(track.spectrum, band) : track.loudness;
}

/**
 * The jaw follows an opening; everything else goes from rest towards the target of the sound being
 * spoken as the jaw opens, since an opening alone says nothing of lips and tongue.
 */
function articulateBy(track: VoiceTrack, opening: Signal): ArticulationOverTime {
  return (time) => {
    const jaw = valueAt(opening, time);
    const target = targetOf(soundAt(track, time)?.viseme ?? SILENCE);
    const blend = (dimension: keyof Articulation) =>
      REST[dimension] + jaw * (target[dimension] - REST[dimension]);
    return {
      jaw,
      width: blend('width'),
      round: blend('round'),
      press: blend('press'),
      teeth: blend('teeth'),
      tongue: blend('tongue'),
    };
  };
}
