import { array, number, object, string } from 'yup';
import { qualitySchema } from '../../audio/voiceQuality';
import {
  readSafetensors,
  writeSafetensors,
  type Tensor,
  type Tensors,
} from '../../formats/safetensors';
import { Problem } from '../../problem';
import type { Viseme } from '../visemes';
import { TRACK_VERSION, type Sides, type Sound, type VoiceTrack } from '../voiceTrack';
import { migratedTrack } from './migrations';
import type { TrackBody } from './migrations/trackBody';

/** How a track names itself in its file. */
const FORMAT = 'voice track';
/** Versions that were kept as safetensors. */
const VERSIONS_OF_FILES = ['3', String(TRACK_VERSION)];
/** Arrays of levels at the rate of the loudness, which recordings of two channels have. */
const SIDES = ['left', 'right'] as const;
/** Stands for no phone, and for no word. */
const NONE = -1;

/**
 * A track as a safetensors file: what there is once is JSON in its metadata, what there is for each sound and each
 * moment are arrays of numbers, so that half an hour is read in a few milliseconds.
 */
export function writeTrack(track: VoiceTrack): Uint8Array<ArrayBuffer> {
  const { sounds, words, loudness, sides, spectrum, pitch } = track;
  const phones = new Numbering();
  const texts = new Numbering();
  const row = (values: Tensor['values']): Tensor => ({ shape: [values.length], values });
  const tensors = new Map<string, Tensor>([
    ['sound.end', row(endsOf(track))],
    ['sound.viseme', row(Uint8Array.from(sounds, ({ viseme }) => viseme))],
    ['sound.confidence', row(Float64Array.from(sounds, ({ confidence }) => confidence))],
    ['sound.phone', row(Int32Array.from(sounds, ({ phone }) => phones.of(phone)))],
    ['sound.word', row(Int32Array.from(sounds, ({ word }) => texts.of(word)))],
    ['word.start', row(Float64Array.from(words, ({ start }) => start))],
    ['word.end', row(Float64Array.from(words, ({ end }) => end))],
    ['word.text', row(Int32Array.from(words, ({ text }) => texts.of(text)))],
    ['loudness', row(Float64Array.from(loudness.values))],
    ...(sides
      ? SIDES.map((side) => [side, row(Float32Array.from(sides[side].values))] as const)
      : []),
    ...(spectrum ? [['spectrum', row(spectrum.levels)] as const] : []),
    ...(pitch ? [['pitch', row(Float32Array.from(pitch.values))] as const] : []),
  ]);
  const about: About = {
    duration: track.duration,
    phones: phones.list,
    texts: texts.list,
    deviations: track.deviations,
    loudnessRate: loudness.rate,
    spectrumRate: spectrum?.rate ?? null,
    pitchRate: pitch?.rate ?? null,
    quality: track.quality,
  };
  const metadata = { format: FORMAT, version: String(TRACK_VERSION), about: JSON.stringify(about) };
  return writeSafetensors({ metadata, tensors });
}

/** Where each sound ends; the last one where the recording does. */
function endsOf({ sounds, duration }: VoiceTrack): Float64Array {
  const ends = Float64Array.from(sounds, ({ end }) => end);
  if (ends.length > 0) ends[ends.length - 1] = duration;
  return ends;
}

type About = Pick<VoiceTrack, 'duration' | 'deviations' | 'quality'> & {
  readonly phones: readonly string[];
  readonly texts: readonly string[];
  readonly loudnessRate: number;
  readonly spectrumRate: number | null;
  /** Version 3 had none. */
  readonly pitchRate?: number | null;
};

const seconds = () => number().required().min(0);
const texts = () => array(string().defined()).required();
const span = object({ start: seconds(), end: seconds() });

const aboutSchema = object({
  duration: seconds(),
  phones: texts(),
  texts: texts(),
  deviations: object({ skipped: texts(), repeated: texts(), added: array(span).required() })
    .defined()
    .nullable(),
  loudnessRate: number().required().positive(),
  spectrumRate: number().defined().nullable().positive(),
  pitchRate: number().nullable().positive(),
  quality: qualitySchema.defined().nullable(),
});

/** Numbers texts in the order in which they first come. */
class Numbering {
  readonly list: string[] = [];
  private readonly known = new Map<string, number>();

  of(text: string | null): number {
    if (text === null) return NONE;
    let number = this.known.get(text);
    if (number === undefined) {
      number = this.list.push(text) - 1;
      this.known.set(text, number);
    }
    return number;
  }
}

const OPENING_BRACE = 0x7b;

/**
 * Reads a track that was kept, also one that an older Cruvo heard and kept as JSON.
 *
 * @throws Problem where it is none
 */
export function readTrack(bytes: Uint8Array): VoiceTrack {
  try {
    return bytes[0] === OPENING_BRACE ? fromJson(bytes) : fromTensors(readSafetensors(bytes));
  } catch (error) {
    const reason = error instanceof Unfit ? error.message : 'it is damaged or cut off';
    throw new Problem('bad-input', `This voice track can’t be used: ${reason}.`);
  }
}

/** Why bytes are no track. */
class Unfit extends Error {}

function fromTensors({ metadata, tensors }: Tensors): VoiceTrack {
  if (metadata['format'] !== FORMAT) throw new Unfit('it is something else');
  if (!VERSIONS_OF_FILES.includes(metadata['version'] ?? ''))
    throw new Unfit('a newer Cruvo made it');
  const about = aboutSchema.validateSync(JSON.parse(metadata['about'] ?? ''), {
    strict: true,
  }) as unknown as About;
  const row = (name: string) => {
    const tensor = tensors.get(name);
    if (!tensor) throw new Unfit(`its ${name} is missing`);
    return tensor.values;
  };
  const textOf = (list: readonly string[], index: number) => {
    const text = index === NONE ? null : list[index];
    if (text === undefined) throw new Unfit('it names a text that it does not have');
    return text;
  };
  const ends = row('sound.end');
  const [visemes, confidences] = [row('sound.viseme'), row('sound.confidence')];
  const [phones, soundWords] = [row('sound.phone'), row('sound.word')];
  const sounds = Array.from(ends, (end, at): Sound => ({
    start: at === 0 ? 0 : ends[at - 1]!,
    end,
    viseme: visemes[at] as Viseme,
    phone: textOf(about.phones, phones[at]!),
    word: textOf(about.texts, soundWords[at]!),
    confidence: confidences[at]!,
  }));
  const [starts, wordEnds, wordTexts] = [row('word.start'), row('word.end'), row('word.text')];
  return checked({
    version: TRACK_VERSION,
    duration: about.duration,
    sounds,
    words: Array.from(starts, (start, at) => ({
      text: textOf(about.texts, wordTexts[at]!) ?? '',
      start,
      end: wordEnds[at]!,
    })),
    deviations: about.deviations,
    loudness: { rate: about.loudnessRate, values: Array.from(row('loudness')) },
    sides: tensors.has('left')
      ? sidesOf((side) => Array.from(row(side)), about.loudnessRate)
      : null,
    spectrum:
      about.spectrumRate === null
        ? null
        : { rate: about.spectrumRate, levels: Uint8Array.from(row('spectrum')) },
    pitch: about.pitchRate ? { rate: about.pitchRate, values: Array.from(row('pitch')) } : null,
    quality: about.quality,
  });
}

const sidesOf = (valuesOf: (side: 'left' | 'right') => number[], rate: number): Sides => ({
  left: { rate, values: valuesOf('left') },
  right: { rate, values: valuesOf('right') },
});

// The core's library knows neither browsers nor Node, which both have this.
const { TextDecoder } = globalThis as unknown as {
  TextDecoder: new () => { decode(bytes: Uint8Array): string };
};

function fromJson(bytes: Uint8Array): VoiceTrack {
  const body = JSON.parse(new TextDecoder().decode(bytes)) as TrackBody;
  if (body['version'] !== 1 && body['version'] !== 2) throw new Unfit('its version is unknown');
  return checked(migratedTrack(body) as unknown as VoiceTrack);
}

/** @throws Unfit where numbers are not what a track's are */
function checked(track: VoiceTrack): VoiceTrack {
  const { sounds, words, loudness, sides, pitch, duration } = track;
  let at = 0;
  for (const { start, end, viseme, confidence } of sounds) {
    if (start !== at || !(end > start)) {
      throw new Unfit('sounds must touch each other and cover the whole recording');
    }
    if (!Number.isInteger(viseme) || viseme < 0 || viseme > 14) {
      throw new Unfit(`there is no viseme ${viseme}`);
    }
    if (!(confidence >= 0 && confidence <= 1)) throw new Unfit('confidence must be 0 to 1');
    at = end;
  }
  if (!(duration >= 0) || at !== duration) {
    throw new Unfit('sounds must touch each other and cover the whole recording');
  }
  if (!words.every(({ start, end }) => start >= 0 && end >= start)) {
    throw new Unfit('words must begin before they end');
  }
  for (const { values } of [loudness, ...(sides ? [sides.left, sides.right] : [])]) {
    if (!values.every(Number.isFinite)) throw new Unfit('loudness must be numbers');
  }
  if (pitch && !pitch.values.every((hertz) => hertz >= 0)) throw new Unfit('pitch must be Hz');
  return track;
}
