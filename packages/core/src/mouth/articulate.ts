import { bandLoudness } from '../audio/spectrum';
import { valueAt, type Signal } from '../signals';
import { OPEN_VOWEL, SILENCE } from '../speech/visemes';
import type { VoiceTrack } from '../speech/voiceTrack';
import { targetOf, type Articulation } from './articulation';
import { coarticulate } from './coarticulation';
import type { FitSettings } from './fitSettings';
import { openingOf } from './opening';

/** The mouth's shape at a time in seconds from the start of the voice. */
export type ArticulationOverTime = (time: number) => Articulation;

const REST = targetOf(SILENCE);
const OPEN = targetOf(OPEN_VOWEL);

/** The articulation of a voice, as its settings say. */
export function articulate(track: VoiceTrack, fit: FitSettings): ArticulationOverTime {
  if (fit.method === 'sounds') return coarticulate(track, fit);
  return articulateBy(openingOf(signalOf(track, fit), fit));
}

/** What the jaw follows where it doesn't follow sounds: levels in dBFS over time. */
export function signalOf(track: VoiceTrack, { method, band }: FitSettings): Signal {
  return method === 'band' && track.spectrum ? bandLoudness(track.spectrum, band) : track.loudness;
}

/**
 * The jaw follows an opening; everything else goes from rest towards the open vowel as the jaw opens,
 * since an opening alone says nothing of lips and tongue.
 */
function articulateBy(opening: Signal): ArticulationOverTime {
  return (time) => {
    const jaw = valueAt(opening, time);
    const blend = (dimension: keyof Articulation) =>
      REST[dimension] + jaw * (OPEN[dimension] - REST[dimension]);
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

/** A mouth that follows an opening counts as shut below this. */
const SHUT = 0.02;

/** The stretches in which nothing is said: silent sounds, or where an opening is shut. Seconds. */
export function pausesOf(
  track: VoiceTrack,
  fit: FitSettings,
): { readonly start: number; readonly end: number }[] {
  if (fit.method === 'sounds') return track.sounds.filter(({ viseme }) => viseme === SILENCE);
  const { rate, values } = openingOf(signalOf(track, fit), fit);
  const pauses: { start: number; end: number }[] = [];
  let shutBefore = false;
  values.forEach((opening, index) => {
    const shut = opening <= SHUT;
    const end = index === values.length - 1 ? track.duration : (index + 1) / rate;
    if (shut && shutBefore) pauses.at(-1)!.end = end;
    else if (shut) pauses.push({ start: index / rate, end });
    shutBefore = shut;
  });
  return pauses;
}
