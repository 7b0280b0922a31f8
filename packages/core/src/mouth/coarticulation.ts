import { measureLevels } from '../audio/levels';
import { valueAt } from '../signals';
import { clampShare } from '../numbers';
import { SILENCE, type Viseme } from '../speech/visemes';
import { soundIndexAt, type Sound, type VoiceTrack } from '../speech/voiceTrack';
import { targetOf, type Articulation } from './articulation';
import type { FitSettings } from './fitSettings';
import { loudnessGain } from './loudnessGain';

type Dominance = Readonly<Record<keyof Articulation, number>>;

const weights = (
  jaw: number,
  width: number,
  round: number,
  press: number,
  teeth: number,
  tongue: number,
): Dominance => ({ jaw, width, round, press, teeth, tongue });

/**
 * How firmly each viseme insists on its target, by dimension, against its neighbours. Lips that must meet
 * and teeth on the lip insist most; consonants made behind the teeth leave lips and jaw to the vowels
 * around them; vowels insist on the lips' shape (after the resistance to coarticulation that Cohen and
 * Massaro 1993 and Recasens 1984 describe). Index is the viseme.
 */
const DOMINANCE: readonly Dominance[] = [
  /* silence */ weights(0.6, 0.5, 0.5, 0.8, 0.8, 0.8),
  /* p b m   */ weights(14, 0.5, 0.6, 20, 12, 6),
  /* f v     */ weights(9, 0.8, 1, 9, 12, 4),
  /* th      */ weights(1.6, 0.4, 0.4, 3, 2, 8),
  /* t d     */ weights(1.2, 0.3, 0.3, 2, 1.2, 2),
  /* k g     */ weights(0.5, 0.25, 0.25, 2, 0.5, 1),
  /* ch j sh */ weights(2, 2, 3, 2, 2.5, 1),
  /* s z     */ weights(2.5, 0.6, 0.6, 2, 2.5, 1),
  /* n l     */ weights(0.9, 0.3, 0.3, 2, 0.8, 2),
  /* r       */ weights(0.9, 0.9, 1.2, 2, 0.8, 0.8),
  /* ah      */ weights(1.6, 1, 1, 2, 0.8, 0.6),
  /* eh      */ weights(1.4, 1, 1, 2, 0.8, 0.6),
  /* ee      */ weights(1.2, 1.8, 1.6, 2, 1, 0.6),
  /* oh      */ weights(1.4, 1.8, 2, 2, 1, 0.6),
  /* oo      */ weights(1.2, 2.2, 2.6, 2, 1, 0.6),
];

/** The visemes whose contact is seen even when it is short: lips together, teeth on the lip. */
export const CONTACTS: readonly Viseme[] = [1, 2];

/** A silence shorter than the pause setting hardly counts: the mouth doesn't shut between words. */
const SHORT_SILENCE = 0.15;
/** Seconds over which a sound's hold on its neighbours falls to 1/e: at `smooth` 0, and more at 1. */
const LEAST_REACH = 0.018;
const MORE_REACH = 0.07;
/** Contacts insist much, but briefly: their share of the reach of others. */
const CONTACT_REACH = 0.35;
/** Beyond this many reaches a sound has no say. */
const FURTHEST = 5;

const REST = targetOf(SILENCE);
const DIMENSIONS = Object.keys(REST) as (keyof Articulation)[];

/**
 * The articulation of spoken sounds: targets blended by dominance functions that fall off exponentially
 * on both sides of each sound (Cohen and Massaro, Modeling Coarticulation in Synthetic Visual Speech,
 * 1993; after Löfqvist 1990), the opening scaled by how loud the moment is within the line.
 */
export function coarticulate(track: VoiceTrack, fit: FitSettings): (time: number) => Articulation {
  const { sounds, loudness } = track;
  const reach = LEAST_REACH + fit.smooth * MORE_REACH;
  const { peak } = measureLevels(loudness.values);
  return (time) => {
    const at = soundIndexAt(track, time);
    const sums = { jaw: 0, width: 0, round: 0, press: 0, teeth: 0, tongue: 0 };
    const totals = { jaw: 0, width: 0, round: 0, press: 0, teeth: 0, tongue: 0 };
    const add = (sound: Sound): boolean => {
      const distance = Math.max(0, coreStart(sound) - time, time - coreEnd(sound));
      if (distance > FURTHEST * reach) return false;
      const own = CONTACTS.includes(sound.viseme) ? reach * CONTACT_REACH : reach;
      const held = Math.exp(-distance / own) * dominance(sound, fit);
      const target = targetOf(sound.viseme);
      const firmness = DOMINANCE[sound.viseme]!;
      for (const dimension of DIMENSIONS) {
        const weight = held * firmness[dimension];
        totals[dimension] += weight;
        sums[dimension] += weight * target[dimension];
      }
      return true;
    };
    for (let index = at; index >= 0 && add(sounds[index]!); index--);
    for (let index = at + 1; index < sounds.length && add(sounds[index]!); index++);
    const gain = loudnessGain(valueAt(loudness, time) - peak) * fit.strength;
    const shape = (dimension: keyof Articulation) =>
      totals[dimension] > 0 ? sums[dimension] / totals[dimension] : REST[dimension];
    const away = (dimension: keyof Articulation) =>
      clampShare(
        REST[dimension] + (shape(dimension) - REST[dimension]) * Math.min(1.25, fit.strength),
      );
    return {
      jaw: clampShare(shape('jaw') * gain),
      width: away('width'),
      round: away('round'),
      press: clampShare(shape('press')),
      teeth: away('teeth'),
      tongue: away('tongue'),
    };
  };
}

/** A sound is at its target in its middle half; short closures over all of their length. */
const coreStart = ({ start, end }: Sound) => start + Math.min(0.25 * (end - start), 0.03);
const coreEnd = ({ start, end }: Sound) => end - Math.min(0.25 * (end - start), 0.03);

/** How much a sound counts at all. */
const dominance = ({ viseme, start, end }: Sound, { pause }: FitSettings) =>
  viseme === SILENCE && end - start < pause ? SHORT_SILENCE : 1;
