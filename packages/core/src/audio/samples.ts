/** Sound samples as interleaved 16-bit integers, the form in which working voices are kept. */
export interface PcmBlock {
  readonly sampleRate: number;
  readonly channels: number;
  /** Interleaved samples; the length is a multiple of `channels`. */
  readonly samples: Int16Array;
}

const FULL_SCALE = 32768;

/** One channel mixed from all, as numbers from -1 to 1; one value for each sample frame. */
export function mixToMono({ channels, samples }: PcmBlock): Float32Array {
  const mono = new Float32Array(samples.length / channels);
  const gain = 1 / (FULL_SCALE * channels);
  if (channels === 1) {
    for (let frame = 0; frame < mono.length; frame++) mono[frame] = samples[frame]! * gain;
    return mono;
  }
  for (let frame = 0, at = 0; frame < mono.length; frame++) {
    let sum = 0;
    for (let channel = 0; channel < channels; channel++) sum += samples[at++]!;
    mono[frame] = sum * gain;
  }
  return mono;
}

/** Each channel apart, as numbers from -1 to 1. */
export function splitChannels({ channels, samples }: PcmBlock): Float32Array<ArrayBuffer>[] {
  const length = samples.length / channels;
  return Array.from({ length: channels }, (_, channel) => {
    const values = new Float32Array(length);
    for (let frame = 0; frame < length; frame++) {
      values[frame] = samples[frame * channels + channel]! / FULL_SCALE;
    }
    return values;
  });
}

/** Which channel of a recording is heard. */
export type VoiceChannel = 'left' | 'right' | 'both';

export const VOICE_CHANNELS: readonly VoiceChannel[] = ['left', 'right', 'both'];

/** What is heard of a block: one of its channels, or their mix; a recording of one channel has only that. */
export function heardChannel(block: PcmBlock, channel: VoiceChannel): Float32Array {
  if (block.channels === 1 || channel === 'both') return mixToMono(block);
  return splitChannels(block)[channel === 'left' ? 0 : 1]!;
}
