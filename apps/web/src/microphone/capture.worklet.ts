/** The parts of an audio worklet's surroundings that are used; the page's own types lack them. */
declare const registerProcessor: (name: string, processor: new () => object) => void;
declare const currentTime: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** About 5 ms: two blocks of the worklet. */
const BLOCK = 256;

/** A block of sound on its way from the microphone to the worker that hears it. */
export interface CapturedBlock {
  readonly samples: Float32Array;
  /** On the audio clock, the time of the first sample, seconds. */
  readonly time: number;
}

/** Hands all sound that comes through to a worker, whose port it is sent first. */
class Capture extends AudioWorkletProcessor {
  private target: MessagePort | null = null;
  private block = new Float32Array(BLOCK);
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.target = data);
  }

  process([input]: Float32Array[][]): boolean {
    const mono = mixed(input ?? []);
    if (!mono || !this.target) return true;
    this.block.set(mono, this.filled);
    this.filled += mono.length;
    if (this.filled >= BLOCK) {
      const time = currentTime + (mono.length - BLOCK) / sampleRateOf();
      const sent: CapturedBlock = { samples: this.block, time };
      this.target.postMessage(sent, [this.block.buffer]);
      this.block = new Float32Array(BLOCK);
      this.filled = 0;
    }
    return true;
  }
}

function sampleRateOf(): number {
  return (globalThis as unknown as { sampleRate: number }).sampleRate;
}

function mixed(channels: readonly Float32Array[]): Float32Array | null {
  const [first, ...others] = channels;
  if (!first) return null;
  if (others.length === 0) return first;
  return first.map(
    (value, at) => others.reduce((sum, channel) => sum + channel[at]!, value) / channels.length,
  );
}

registerProcessor('capture', Capture);
