import { PHONE_COUNT, phoneIndex, PHONES } from '../speech/model/phones';
import { COST_STEP, Phonotactics, type PhoneTree } from '../speech/model/phonotactics';
import {
  FRAME_INPUTS,
  FRAMES_PER_STEP,
  type LayerWeights,
  type NetworkWeights,
  type SoundModel,
} from '../speech/model/soundModel';

/** A phone and the frames that it lasts. */
export type TestPhone = readonly [phone: string, frames: number];

const SURE = Math.log(0.9);
const OTHER = Math.log(0.1 / (PHONE_COUNT - 1));

/** What a network that is nearly sure of everything would answer [frames * 45]. */
export function clearlyHeard(...phones: readonly TestPhone[]): Float32Array {
  const frames = phones.flatMap(([phone, count]) =>
    new Array<number>(count).fill(phoneIndex(phone)),
  );
  const answers = new Float32Array(frames.length * PHONE_COUNT).fill(OTHER);
  frames.forEach((phone, frame) => (answers[frame * PHONE_COUNT + phone] = SURE));
  return answers;
}

const EVEN = Math.log(1 / PHONE_COUNT);
const EVERY_PHONE = Object.fromEntries(
  PHONES.map((_, phone) => [String(phone), [Math.round(-EVEN / COST_STEP), 0] as const]),
);
const AS_IS = { stated: [0, 1], right: [0, 1] };

/**
 * A tree of sequences written "3 14 15", each with what its last phone and what leaving it cost, in steps.
 * Single phones that are not named cost 8 steps.
 */
export function phoneTree(
  sequences: Readonly<Record<string, readonly [cost: number, backoff: number]>>,
): PhoneTree {
  const levels: string[][] = [Array.from({ length: PHONE_COUNT }, (_, phone) => String(phone))];
  const under = (parent: string) =>
    Object.keys(sequences)
      .filter((name) => name.slice(0, name.lastIndexOf(' ')) === parent && name.includes(' '))
      .sort();
  do levels.push(levels.at(-1)!.flatMap(under));
  while (levels.at(-1)!.length > 0);
  const inner = levels.slice(0, -1).flat();
  return {
    levels: levels.map(({ length }) => length),
    phones: Uint8Array.from(inner, (name) => Number(name.split(' ').at(-1))),
    children: Uint8Array.from(inner, (name) => under(name).length),
    costs: Uint8Array.from(inner, (name) => sequences[name]?.[0] ?? 8),
    backoffs: Uint8Array.from(inner, (name) => sequences[name]?.[1] ?? 0),
  };
}

/** A model that prefers no phone and no sequence; it has no network. */
export const impartialModel: SoundModel = {
  whole: [],
  live: [],
  channelShape: new Float32Array(40),
  phonePrior: new Float32Array(PHONES.length).fill(EVEN),
  phonotactics: new Phonotactics(phoneTree(EVERY_PHONE)),
  calibrations: { voice: AS_IS, script: AS_IS, live: AS_IS },
};

/** Repeatable numbers between -0.5 and 0.5. */
export function testNumbers(count: number, seed: number): Float32Array {
  let state = seed * 2_654_435_761;
  return Float32Array.from({ length: count }, () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32 - 0.5;
  });
}

const testLayer = (
  inputs: number,
  outputs: number,
  taps: readonly number[],
  seed: number,
): LayerWeights => ({
  inputs,
  outputs,
  taps,
  weights: Int8Array.from(
    testNumbers(outputs * taps.length * inputs, seed),
    (value) => value * 254,
  ),
  scale: testNumbers(outputs, seed + 20).map((value) => (1.5 + value) / 1000),
  bias: testNumbers(outputs, seed + 50),
});

const WIDTH = 16;

/** A network with weights of no meaning; the taps of all layers but the last, which has one. */
export function testNetwork(...taps: readonly (readonly number[])[]): NetworkWeights {
  const step = FRAME_INPUTS * FRAMES_PER_STEP;
  return [
    ...taps.map((each, at) => testLayer(at === 0 ? step : WIDTH, WIDTH, each, at + 1)),
    testLayer(WIDTH, PHONE_COUNT * FRAMES_PER_STEP, [0], taps.length + 1),
  ];
}
