import fc from 'fast-check';
import { testNetwork, testNumbers } from '../../testing/testSpeech';
import { Network } from './network';
import { PHONE_COUNT } from './phones';
import { FRAME_INPUTS, FRAMES_PER_STEP } from './soundModel';

const STEP = FRAME_INPUTS * FRAMES_PER_STEP;
const network = testNetwork([-1, 0, 1], [-2, 0, 2], [-4, -2, 0]);
const inputs = testNumbers(FRAME_INPUTS * 60, 9);

/** What the network should answer, computed plainly. */
function plainly(): Float32Array {
  const steps = inputs.length / STEP;
  let rows = Array.from({ length: steps }, (_, at) => inputs.subarray(at * STEP, (at + 1) * STEP));
  network.forEach(({ inputs: width, outputs, taps, weights, scale, bias }, index) => {
    const last = index === network.length - 1;
    rows = rows.map((_, at) =>
      Float32Array.from({ length: outputs }, (_unused, output) => {
        let sum = bias[output]!;
        taps.forEach((tap, tapIndex) => {
          const row = rows[at + tap];
          for (let c = 0; row && c < width; c++)
            sum +=
              row[c]! * scale[output]! * weights[(output * taps.length + tapIndex) * width + c]!;
        });
        if (last) return sum;
        return Math.max(0, sum) + (index > 0 ? rows[at]![output]! : 0);
      }),
    );
  });
  return Float32Array.from(rows.flatMap((row) => [...row]));
}

function streamed(lengths: readonly number[]): Float32Array {
  const made = new Network(network, 60);
  const pieces: Float32Array[] = [];
  for (let frame = 0, index = 0; frame < 60; index++) {
    const end = Math.min(60, frame + lengths[index % lengths.length]!);
    pieces.push(made.push(inputs.subarray(frame * FRAME_INPUTS, end * FRAME_INPUTS)));
    frame = end;
  }
  pieces.push(made.finish());
  return Float32Array.from(pieces.flatMap((piece) => [...piece]));
}

describe('Network', () => {
  const expected = plainly();
  it('answers as the plain formula does', () => {
    const answers = streamed([60]);
    expect(answers).toHaveLength(expected.length);
    // Every layer rounds what it gives on to a 256th.
    answers.forEach((answer, at) => expect(Math.abs(answer - expected[at]!)).toBeLessThan(0.02));
  });
  it('answers the same however its input comes', () => {
    const whole = streamed([60]);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 17 }), { minLength: 1, maxLength: 5 }),
        (lengths) => expect(streamed(lengths)).toEqual(whole),
      ),
      { numRuns: 25 },
    );
  });
  it('answers an odd number of frames with one too many', () => {
    const made = new Network(network, 60);
    const first = made.push(inputs.subarray(0, 21 * FRAME_INPUTS)).length;
    expect((first + made.finish().length) / PHONE_COUNT).toBe(22);
  });
});
