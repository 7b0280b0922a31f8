import { gunzipSync } from 'fflate';
import { array, number, object } from 'yup';
import { MEL_BANDS } from '../../audio/melBands';
import { damaged, readSafetensors, type Tensors } from '../../formats/safetensors';
import { Problem } from '../../problem';
import { PHONE_COUNT, PHONES } from './phones';
import { isPhoneTree, Phonotactics, type PhoneTree } from './phonotactics';

/** Frames that the network reads and answers together. */
export const FRAMES_PER_STEP = 2;
/** Numbers for each frame: the bands and the level. */
export const FRAME_INPUTS = MEL_BANDS + 1;

/** One layer: a convolution over steps, with weights [outputs, taps, inputs], their scales and biases [outputs]. */
export interface LayerWeights {
  readonly inputs: number;
  readonly outputs: number;
  /** Steps before (-) and after (+) the present one, evenly spaced. */
  readonly taps: readonly number[];
  readonly weights: Int8Array;
  /** What one in a weight stands for. */
  readonly scale: Float32Array;
  readonly bias: Float32Array;
}

/** The layers of one network; the last one is linear, the first alone changes the width. */
export type NetworkWeights = readonly LayerWeights[];

/** How a network's probabilities turn into the confidence that people are told: knots of a rising line. */
export interface Calibration {
  readonly stated: readonly number[];
  readonly right: readonly number[];
}

/** Everything that was learnt from speech. */
export interface SoundModel {
  /** Hears both sides of a moment: for recordings. */
  readonly whole: NetworkWeights;
  /** Looks hardly ahead: for the microphone. */
  readonly live: NetworkWeights;
  /** The mean spectrum of speech less its level, dB [40]: what is expected before anything is heard. */
  readonly channelShape: Float32Array;
  /** Natural logarithm of each phone's share of all frames [45]. */
  readonly phonePrior: Float32Array;
  readonly phonotactics: Phonotactics;
  readonly calibrations: Readonly<Record<HearingWay, Calibration>>;
}

/** The three ways of telling sounds, which are differently sure of themselves. */
export type HearingWay = 'voice' | 'script' | 'live';

const layoutSchema = array(array(number().required().integer()).required().min(1))
  .required()
  .min(1);
const levelsSchema = array(number().required().integer()).required().min(2);
const calibrationSchema = object({
  stated: array(number().required()).required(),
  right: array(number().required()).required(),
});

/**
 * Reads the weights that ship with Cruvo.
 *
 * @param bytes a safetensors file as written by training/export.py, compressed by gzip
 * @throws Problem where it is damaged or of another make
 */
export function readSoundModel(bytes: Uint8Array): SoundModel {
  const file = readSafetensors(unpacked(bytes));
  if (file.metadata.phones !== PHONES.join(' ')) throw foreign();
  try {
    return {
      whole: network(file, 'whole'),
      live: network(file, 'live'),
      channelShape: floats(file, 'channel.shape', MEL_BANDS),
      phonePrior: floats(file, 'phones.prior', PHONE_COUNT),
      phonotactics: phonotactics(file),
      calibrations: {
        voice: calibration(file, 'voice'),
        script: calibration(file, 'script'),
        live: calibration(file, 'live'),
      },
    };
  } catch {
    throw foreign();
  }
}

function unpacked(bytes: Uint8Array): Uint8Array {
  try {
    return gunzipSync(bytes);
  } catch {
    throw damaged();
  }
}

function network(file: Tensors, name: 'whole' | 'live'): NetworkWeights {
  const layout = layoutSchema.validateSync(JSON.parse(file.metadata[`${name}.taps`]!));
  return layout.map((taps, index) => layer(file, `${name}.${index}`, taps));
}

function layer(file: Tensors, name: string, taps: readonly number[]): LayerWeights {
  const { outputs, row, values, scale } = matrix(file, name);
  const bias = floats(file, `${name}.bias`, outputs);
  return { inputs: row / taps.length, outputs, taps, weights: values, scale, bias };
}

/** A matrix kept in 8 bits with a scale for each row. */
function matrix(file: Tensors, name: string) {
  const { shape, values } = file.tensors.get(`${name}.weights`)!;
  if (!(values instanceof Int8Array)) throw foreign();
  const [outputs, row] = shape as [number, number];
  return { outputs, row, values, scale: floats(file, `${name}.scale`, outputs) };
}

function phonotactics(file: Tensors): Phonotactics {
  const tree: PhoneTree = {
    levels: levelsSchema.validateSync(JSON.parse(file.metadata['phonotactics.levels']!)),
    phones: bytesOf(file, 'phonotactics.phones'),
    children: bytesOf(file, 'phonotactics.children'),
    costs: bytesOf(file, 'phonotactics.costs'),
    backoffs: bytesOf(file, 'phonotactics.backoffs'),
  };
  if (!isPhoneTree(tree)) throw foreign();
  return new Phonotactics(tree);
}

function bytesOf(file: Tensors, name: string): Uint8Array {
  const values = file.tensors.get(name)?.values;
  if (!(values instanceof Uint8Array)) throw foreign();
  return values;
}

function floats(file: Tensors, name: string, count: number): Float32Array {
  const values = file.tensors.get(name)?.values;
  if (!(values instanceof Float32Array) || values.length !== count) throw foreign();
  return values;
}

function calibration(file: Tensors, way: HearingWay): Calibration {
  return calibrationSchema.validateSync(JSON.parse(file.metadata[`calibration.${way}`]!), {
    strict: true,
  });
}

const foreign = () =>
  new Problem(
    'bad-input',
    'The weights of the sound model do not fit this version of Cruvo; install Cruvo again.',
  );
