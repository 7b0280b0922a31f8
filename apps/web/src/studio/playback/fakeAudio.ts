import { wavHeader } from '@cruvo/core/formats';

/** A stretch of sound that was asked to be played. */
export interface PlayedPiece {
  /** On the audio clock, seconds. */
  readonly when: number;
  /** Value of the first sample played; in test voices it tells the second it comes from. */
  readonly content: number;
  readonly length: number;
  /** How much faster than it was recorded. */
  readonly speed: number;
}

/** An audio context whose clock the test moves. */
export class FakeAudioContext {
  currentTime = 0;
  outputLatency = 0;
  readonly destination = {};
  readonly played: PlayedPiece[] = [];
  /** What each sound is made louder or quieter by, moment by moment. */
  readonly factors: (readonly { readonly when: number; readonly value: number }[])[] = [];
  stopped = 0;

  resume = async () => undefined;
  close = async () => undefined;

  createBuffer(_channels: number, length: number, sampleRate: number) {
    const samples = new Float32Array(length);
    return {
      length,
      sampleRate,
      samples,
      copyToChannel: (from: Float32Array) => samples.set(from),
    };
  }

  createGain() {
    const points: { readonly when: number; readonly value: number }[] = [];
    this.factors.push(points);
    const add = (value: number, when: number) => void points.push({ when, value });
    return {
      gain: { setValueAtTime: add, linearRampToValueAtTime: add },
      connect: () => undefined,
    };
  }

  createBufferSource() {
    const source = {
      buffer: null as ReturnType<FakeAudioContext['createBuffer']> | null,
      onended: null,
      playbackRate: { value: 1 },
      connect: () => undefined,
      stop: () => void this.stopped++,
      start: (when: number, offset: number, length: number) => {
        const { samples, sampleRate } = source.buffer!;
        const content = samples[Math.round(offset * sampleRate)]!;
        this.played.push({ when, content, length, speed: source.playbackRate.value });
      },
    };
    return source;
  }
}

export const TEST_RATE = 1000;

/** A fetch that serves a WAV of so many seconds by ranges; each sample is its own time in milliseconds. */
export function serveRamp(seconds: number): typeof fetch {
  const samples = Int16Array.from({ length: seconds * TEST_RATE }, (_, at) => at);
  const file = Buffer.concat([
    wavHeader(TEST_RATE, 1, samples.byteLength),
    new Uint8Array(samples.buffer),
  ]);
  return async (_url, init) => {
    const range = new Headers(init?.headers).get('Range') ?? '';
    const [start, end] = /(\d+)-(\d+)/.exec(range)!.slice(1).map(Number) as [number, number];
    return new Response(new Uint8Array(file.subarray(start, end + 1)), { status: 206 });
  };
}

/** The scene time at which a played piece begins, seconds. */
export const sceneTimeOf = ({ content }: PlayedPiece) => (content * 32_768) / TEST_RATE;
