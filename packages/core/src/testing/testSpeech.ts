import { PHONE_COUNT, phoneIndex, PHONES } from '../speech/model/phones';
import type { SoundModel } from '../speech/model/soundModel';

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
const AS_IS = { stated: [0, 1], right: [0, 1] };

/** A model that prefers no phone and no sequence; it has no network. */
export const impartialModel: SoundModel = {
  whole: [],
  live: [],
  channelShape: new Float32Array(40),
  phonePrior: new Float32Array(PHONES.length).fill(EVEN),
  phoneBigram: new Float32Array(PHONES.length ** 2).fill(EVEN),
  calibrations: { voice: AS_IS, script: AS_IS, live: AS_IS },
};
