import {
  bearingOf,
  breathOf,
  closedAt,
  gazeOf,
  seedFrom,
  talkingBlinks,
  type Utterance,
} from '../life';
import { keyValueAt } from '../keys';
import { firstWhere } from '../numbers';
import {
  accentsOf,
  featureCurve,
  fittedEnds,
  phrasesOf,
  type Ends,
  type VoiceFeature,
} from '../prosody';
import {
  curveOf,
  curveOfHappenings,
  curveOfKnots,
  isOfVoice,
  noiseCurve,
  type Happening,
  type Listened,
  type SignalSpec,
  type StepCurve,
  type VoiceSpec,
} from '../reactions';
import { valueAt, type Signal } from '../signals';
import { STEP_RATE } from '../simulation';
import { toFlicks } from '../time';
import type { VoiceTrack } from '../speech/voiceTrack';
import { talkOf, whereHeard, type PlacedVoice } from './placedVoices';
import { randomHappenings } from './randomHappenings';

/** What a signal needs to know of a scene. */
export interface SignalScene {
  readonly voices: readonly PlacedVoice[];
  /** Where cast members stand across the stage, counted from the left, and whether they are mirrored; by id. */
  readonly places: ReadonlyMap<string, { readonly rank: number; readonly mirrored: boolean }>;
  /** Seconds. */
  readonly length: number;
}

/** Where a signal is 0 and 1; null: measured in each recording. */
export interface HandSetEnds {
  readonly low: number | null;
  readonly high: number | null;
}

/** How long a moment lasts at which something begins or ends, seconds. */
const MOMENT = 0.1;
/** Silence counts wholly after so many seconds. */
const LONG_SILENCE = 3;

/**
 * A signal of a cast member over a scene.
 *
 * @param spec any but that of another control
 */
export function signalCurve(
  scene: SignalScene,
  member: string,
  spec: Exclude<SignalSpec, { kind: 'control' }>,
  ends: HandSetEnds,
): StepCurve {
  if (isOfVoice(spec)) {
    return voiceCurve(scene, member, spec, voicesHeard(scene.voices, spec.of, member), ends);
  }
  switch (spec.kind) {
    case 'chance':
      return curveOfHappenings(randomHappenings(spec, scene.length));
    case 'noise':
      return noiseCurve(spec.period, spec.seed);
    case 'drawn':
      return curveOf((time) => keyValueAt(spec.keys, toFlicks(time)));
    case 'cycle':
      return curveOf((time) => Math.sin((2 * Math.PI * time) / spec.period));
    case 'beat': {
      const every = 60 / spec.perMinute;
      return curveOf((time) => {
        const since = time - spec.first;
        return since >= 0 && since % every < Math.min(MOMENT, every / 2) ? 1 : 0;
      });
    }
  }
}

/** The voices that somebody listens to. */
export function voicesHeard(
  voices: readonly PlacedVoice[],
  of: Listened,
  member: string,
): readonly PlacedVoice[] {
  if (of === 'everyone') return voices;
  if (of === 'others') return voices.filter(({ speaker }) => speaker !== member);
  const wanted = of === 'own' ? member : of;
  return voices.filter(({ speaker }) => speaker === wanted);
}

function voiceCurve(
  scene: SignalScene,
  member: string,
  spec: VoiceSpec,
  voices: readonly PlacedVoice[],
  ends: HandSetEnds,
): StepCurve {
  switch (spec.kind) {
    case 'loudness':
    case 'left loudness':
    case 'right loudness':
    case 'band':
      return levelCurve(voices, spec as VoiceFeature, ends);
    case 'pitch':
    case 'intonation':
    case 'onsets':
    case 'articulation':
      return curveOfVoices(voices, (track) => fitted(track, spec as VoiceFeature, ends));
    case 'voiced':
      return curveOfVoices(voices, voicedCurve);
    case 'emphasis':
      return happening(voices, (track) =>
        accentsOf(track).map(({ strength, ...span }) => ({ ...span, value: strength })),
      );
    case 'word':
      return happening(voices, (track) => wordsOf(track, spec.words));
    case 'phrase start':
      return moments(talkOf(voices).map(({ start }) => start));
    case 'phrase end':
      return moments(talkOf(voices).map(({ end }) => end));
    case 'question':
      return happening(voices, (track) =>
        phrasesOf(track)
          .filter(({ rising }) => rising)
          .map(({ end }) => ({ start: end - MOMENT, end, value: 1 })),
      );
    case 'speaking':
      return curveOfHappenings(talkOf(voices).map((phrase) => ({ ...phrase, value: 1 })));
    case 'silence':
      return silenceCurve(talkOf(voices));
    default:
      return lifeCurve(scene, member, spec, talkOf(voices));
  }
}

function lifeCurve(
  { voices, places, length }: SignalScene,
  member: string,
  { kind, of, seed: own }: Extract<VoiceSpec, { seed: number }>,
  talk: readonly Utterance[],
): StepCurve {
  const seed = own ^ seedFrom(member);
  switch (kind) {
    case 'blinks': {
      const blinks = talkingBlinks(seed, length, talk);
      return curveOf((time) => closedAt(blinks, time));
    }
    case 'bearing':
      return curveOfKnots(bearingOf(seed, talk), 'held');
    case 'breath':
      return curveOfKnots(breathOf(seed, length, talk), 'even');
    default: {
      const speakers = voices.filter(({ speaker }) => speaker !== member);
      const heard = new Set(voicesHeard(voices, of, member));
      const others = speakers.filter((voice) => !heard.has(voice));
      const across = directionOf(places, member, others);
      const gaze = gazeOf(seed, length, talk, { across, talk: talkOf(others) });
      const value = kind === 'gaze across' ? 'across' : 'down';
      return curveOfKnots(
        gaze.map((fixation) => ({ time: fixation.time, value: fixation[value] })),
        'held',
      );
    }
  }
}

/** Where the others stand in the artwork of a member: -1 to its left, 1 to its right; 0 where there is nobody. */
function directionOf(
  places: SignalScene['places'],
  member: string,
  others: readonly PlacedVoice[],
): number {
  const own = places.get(member);
  const apart = [...new Set(others.map(({ speaker }) => speaker))].map(
    (speaker) => (places.get(speaker)?.rank ?? 0) - (own?.rank ?? 0),
  );
  const across = Math.sign(apart.reduce((sum, one) => sum + one, 0));
  return own?.mirrored ? -across : across;
}

/** A signal that each voice has while it is heard; where voices overlap the stronger one. */
function curveOfVoices(
  voices: readonly PlacedVoice[],
  of: (track: VoiceTrack) => Signal | null,
): StepCurve {
  const known = new Map<VoiceTrack, Signal | null>();
  const signalOf = (track: VoiceTrack) => {
    let signal = known.get(track);
    if (signal === undefined) known.set(track, (signal = of(track)));
    return signal;
  };
  const eachStep = stepsOf(voices);
  return (from, count) => {
    const values = new Float64Array(count);
    eachStep(from, count, (at, time, { track }) => {
      const signal = signalOf(track);
      const value = signal ? valueAt(signal, time) : 0;
      if (Math.abs(value) > Math.abs(values[at]!)) values[at] = value;
    });
    return values;
  };
}

/** Goes through the steps at which voices are heard: number of the step, seconds of the voice, and the voice. */
function stepsOf(voices: readonly PlacedVoice[]) {
  const longest = voices.reduce((most, { start, end }) => Math.max(most, end - start), 0);
  return (
    from: number,
    count: number,
    use: (at: number, time: number, voice: PlacedVoice) => void,
  ): void => {
    const [begin, end] = [from / STEP_RATE, (from + count) / STEP_RATE];
    let next = firstWhere(voices, ({ start }) => start > begin - longest);
    for (; next < voices.length && voices[next]!.start < end; next++) {
      const voice = voices[next]!;
      const first = Math.max(0, Math.ceil(voice.start * STEP_RATE) - from);
      const last = Math.min(count, Math.ceil(voice.end * STEP_RATE) - from);
      for (let at = first; at < last; at++) use(at, (from + at) / STEP_RATE - voice.shift, voice);
    }
  };
}

/**
 * A level of voices as 0 to 1 from the quiet end of a recording to its loud one. Where voices overlap their powers add
 * up, each counted from the loud end of its own recording.
 */
function levelCurve(
  voices: readonly PlacedVoice[],
  feature: VoiceFeature,
  set: HandSetEnds,
): StepCurve {
  const known = new Map<VoiceTrack, { readonly curve: Signal; readonly ends: Ends } | null>();
  const levelOf = (track: VoiceTrack) => {
    let level = known.get(track);
    if (level === undefined) {
      const curve = featureCurve(track, feature);
      level = curve && { curve, ends: endsOf(track, curve, feature.kind, set) };
      known.set(track, level);
    }
    return level;
  };
  const eachStep = stepsOf(voices);
  return (from, count) => {
    const powers = new Float64Array(count);
    const heard = new Uint8Array(count);
    const strongest = new Float64Array(count).fill(-Infinity);
    const ranges = new Float64Array(count).fill(1);
    eachStep(from, count, (at, time, { track }) => {
      const level = levelOf(track);
      if (!level) return;
      const { low, high } = level.ends;
      const below = valueAt(level.curve, time) - high;
      powers[at] = powers[at]! + 10 ** (below / 10);
      heard[at] = Math.min(2, heard[at]! + 1);
      if (below <= strongest[at]!) return;
      strongest[at] = below;
      ranges[at] = high - low;
    });
    return powers.map((power, at) => {
      if (heard[at] === 0) return 0;
      const below = heard[at] === 1 ? strongest[at]! : 10 * Math.log10(power);
      return Math.min(1, Math.max(0, 1 + below / ranges[at]!));
    });
  };
}

/** A feature of a voice as 0 to 1 from its quiet end to its loud one; intonation also below 0. */
export function fitted(track: VoiceTrack, feature: VoiceFeature, set: HandSetEnds): Signal | null {
  const curve = featureCurve(track, feature);
  if (!curve) return null;
  const { low, high } = endsOf(track, curve, feature.kind, set);
  const least = feature.kind === 'intonation' ? -1 : 0;
  const values = curve.values.map((value) =>
    Math.min(1, Math.max(least, (value - low) / (high - low))),
  );
  return { rate: curve.rate, values };
}

/** Where a feature is 0 and 1: as set by hand, otherwise as measured. */
export function endsOf(
  track: VoiceTrack,
  curve: Signal,
  kind: VoiceFeature['kind'],
  { low, high }: HandSetEnds,
): Ends {
  const measured = fittedEnds(curve, track, kind);
  const ends = { low: low ?? measured.low, high: high ?? measured.high };
  // An end that is set by hand may lie on the one that is measured.
  return ends.low === ends.high ? { ...ends, high: ends.low + 1 } : ends;
}

function voicedCurve({ pitch }: VoiceTrack): Signal | null {
  return pitch && { rate: pitch.rate, values: pitch.values.map((hertz) => (hertz > 0 ? 1 : 0)) };
}

function happening(
  voices: readonly PlacedVoice[],
  of: (track: VoiceTrack) => readonly Happening[],
): StepCurve {
  const all = voices.flatMap((voice) => whereHeard(voice, of(voice.track)));
  return curveOfHappenings(all.sort((a, b) => a.start - b.start));
}

function wordsOf({ words }: VoiceTrack, written: string): Happening[] {
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  const wanted = new Set(written.split(/\s+/).map(plain).filter(Boolean));
  return words
    .filter(({ text }) => wanted.size === 0 || wanted.has(plain(text)))
    .map(({ start, end }) => ({ start, end, value: 1 }));
}

const moments = (times: readonly number[]) =>
  curveOfHappenings(times.map((start) => ({ start, end: start + MOMENT, value: 1 })));

function silenceCurve(talk: readonly Utterance[]): StepCurve {
  return curveOf((time) => {
    const next = firstWhere(talk, ({ end }) => end > time);
    if (talk[next] && time >= talk[next].start) return 0;
    const since = time - (talk[next - 1]?.end ?? 0);
    return Math.min(1, Math.max(0, since) / LONG_SILENCE);
  });
}
