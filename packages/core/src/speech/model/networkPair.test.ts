import { impartialModel, testNetwork, testNumbers } from '../../testing/testSpeech';
import { Network } from './network';
import { NetworkPair } from './networkPair';
import { PHONE_COUNT } from './phones';
import { toLogProbabilities } from './softmax';
import { FRAME_INPUTS, type SoundModel } from './soundModel';

const FRAMES = 60;
/** One that looks far ahead and one that hardly does, so that one answers before the other. */
const model: SoundModel = {
  ...impartialModel,
  whole: testNetwork([-1, 0, 1], [-4, 0, 4]),
  live: testNetwork([-1, 0, 1], [-4, -2, 0]),
};
const inputs = testNumbers(FRAME_INPUTS * FRAMES, 3);

function asked(network: Network | NetworkPair, length: number): Float32Array {
  const pieces: Float32Array[] = [];
  for (let frame = 0; frame < FRAMES; frame += length) {
    const end = Math.min(FRAMES, frame + length);
    pieces.push(network.push(inputs.subarray(frame * FRAME_INPUTS, end * FRAME_INPUTS)));
  }
  pieces.push(network.finish());
  return Float32Array.from(pieces.flatMap((piece) => [...piece]));
}

describe('NetworkPair', () => {
  const pooled = asked(new NetworkPair(model, FRAMES), FRAMES);
  const whole = asked(new Network(model.whole, FRAMES), FRAMES);
  const live = asked(new Network(model.live, FRAMES), FRAMES);

  it('pools what both networks say of the very same frame', () => {
    expect(pooled).toHaveLength(FRAMES * PHONE_COUNT);
    const mean = toLogProbabilities(whole.map((logit, at) => 0.6 * logit + 0.4 * live[at]!));
    pooled.forEach((value, at) => expect(value).toBeCloseTo(mean[at]!, 4));
  });
  it('gives shares that add up to one', () => {
    for (let from = 0; from < pooled.length; from += PHONE_COUNT) {
      const shares = pooled.subarray(from, from + PHONE_COUNT).map(Math.exp);
      expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 4);
    }
  });
  it.each([1, 7, 32])('answers the same %i frames at a time', (length) => {
    expect(asked(new NetworkPair(model, FRAMES), length)).toEqual(pooled);
  });
});

describe('toLogProbabilities', () => {
  it('neither overflows nor minds by how much all are moved', () => {
    const logits = testNumbers(2 * PHONE_COUNT, 8);
    const moved = toLogProbabilities(logits.map((logit) => logit + 500));
    const plain = toLogProbabilities(logits.slice());
    moved.forEach((value, at) => expect(value).toBeCloseTo(plain[at]!, 3));
  });
});
