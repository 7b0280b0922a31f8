import type { PcmBlock } from './samples';

const FULL_SCALE = 32768;

/**
 * Adds a sound to a stereo mix; one channel is heard on both sides. What lies outside of the mix is left out.
 *
 * @param mix interleaved left and right, -1 to 1; louder where sounds come together
 * @param at the frame of the mix at which the block begins, may be negative
 */
export function addToMix(mix: Float32Array, { channels, samples }: PcmBlock, at: number): void {
  const frames = Math.min(samples.length / channels, mix.length / 2 - at);
  const right = Math.min(1, channels - 1);
  for (let frame = Math.max(0, -at); frame < frames; frame++) {
    const to = 2 * (at + frame);
    const from = frame * channels;
    mix[to]! += samples[from]! / FULL_SCALE;
    mix[to + 1]! += samples[from + right]! / FULL_SCALE;
  }
}
