import type { PcmBlock } from './samples';

const FULL_SCALE = 32768;

/**
 * Adds a sound to a stereo mix; one channel is heard on both sides. What lies outside of the mix is left out.
 *
 * @param mix interleaved left and right, -1 to 1; louder where sounds come together
 * @param at the frame of the mix at which the block begins, may be negative
 * @param factors of the samples, one for each frame of the block
 */
export function addToMix(
  mix: Float32Array,
  { channels, samples }: PcmBlock,
  at: number,
  factors: Float32Array,
): void {
  const frames = Math.min(samples.length / channels, mix.length / 2 - at);
  const right = Math.min(1, channels - 1);
  for (let frame = Math.max(0, -at); frame < frames; frame++) {
    const to = 2 * (at + frame);
    const from = frame * channels;
    const factor = factors[frame]! / FULL_SCALE;
    mix[to]! += samples[from]! * factor;
    mix[to + 1]! += samples[from + right]! * factor;
  }
}
