import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { PITCH_RATE, PitchMeter } from './pitch';

const RATE = 16_000;
/** A voice-like buzz: a pitch and its overtones, each weaker. */
const buzz = (hertz: number, seconds: number) =>
  Float32Array.from({ length: Math.round(seconds * RATE) }, (_, at) =>
    [1, 2, 3, 4, 5].reduce(
      (sum, k) => sum + (0.2 / k) * Math.sin((2 * Math.PI * hertz * k * at) / RATE),
      0,
    ),
  );
function pitchesOf(samples: Float32Array, blocks = [samples.length]) {
  const meter = new PitchMeter(RATE);
  let at = 0;
  for (const length of blocks) meter.push(samples.subarray(at, (at += length)));
  return meter.finish();
}

describe('the pitch of a voice', () => {
  it('is that of its fundamental, over the range of voices', () => {
    fc.assert(
      fc.property(evenly(70, 450), (hertz) => {
        const { values } = pitchesOf(buzz(hertz, 0.5));
        const inside = [...values].slice(2, -4);
        inside.forEach((found) =>
          expect(Math.abs(12 * Math.log2(found / hertz))).toBeLessThan(0.25),
        );
      }),
      { numRuns: 25 },
    );
  });
  it('is followed over time', () => {
    const both = Float32Array.from([
      ...buzz(110, 0.5),
      ...new Float32Array(RATE / 2),
      ...buzz(220, 0.5),
    ]);
    const { rate, values } = pitchesOf(both);
    expect(rate).toBe(PITCH_RATE);
    const at = (time: number) => values[Math.floor(time * rate)]!;
    expect([at(0.25), at(0.75), at(1.25)].map(Math.round)).toEqual([110, 0, 220]);
    expect(values.length / rate).toBeCloseTo(1.5, 1);
  });
  it('is none of noise', () => {
    let seed = 1;
    const noise = Float32Array.from({ length: RATE }, () => {
      seed = (seed * 16_807) % 2_147_483_647;
      return seed / 1_073_741_824 - 1;
    });
    const { values } = pitchesOf(noise);
    expect([...values].filter((hertz) => hertz > 0).length / values.length).toBeLessThan(0.1);
  });
  it('is the same however the voice is cut', () => {
    const samples = buzz(130, 0.4);
    const whole = pitchesOf(samples).values;
    const pieces = pitchesOf(samples, [1000, 37, 2000, samples.length - 3037]).values;
    pieces.forEach((hertz, at) => expect(hertz).toBeCloseTo(whole[at]!, 6));
    expect(pieces).toHaveLength(whole.length);
  });
});
