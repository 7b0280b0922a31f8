import { valueAt } from '../motion/signal';
import { SILENCE } from '../speech/visemes';
import { soundAt, type VoiceTrack } from '../speech/voiceTrack';
import { targetOf, type Articulation } from './articulation';
import { openingOf, type FitSettings } from './opening';

/** The mouth's shape at a time in seconds from the start of the voice. */
export type ArticulationOverTime = (time: number) => Articulation;

const REST = targetOf(SILENCE);

/**
 * The articulation of a voice fitted by loudness: the jaw follows the loudness; everything else goes
 * from rest towards the target of the sound being spoken as the jaw opens, since loudness alone says
 * nothing of lips and tongue.
 */
export function articulate(track: VoiceTrack, fit: FitSettings): ArticulationOverTime {
  const opening = openingOf(track.loudness, fit);
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
