import { type LiveFrame, LiveSpeechAnalyzer, readSoundModel } from '@cruvo/core/speech';
import weightsUrl from '@cruvo/core/weights/hearing.safetensors.gz?url';
import type { CapturedBlock } from '../microphone/capture.worklet';

/** What starts the worker: the rate of what will come, and the port it comes through. */
export interface LiveStart {
  readonly sampleRate: number;
  readonly port: MessagePort;
}

/** What is said to it later: whether the sound is wanted back, too. */
export interface LiveWish {
  readonly wantsSound: boolean;
}

/** Frames that were just decided. */
export interface LiveReport {
  readonly frames: readonly LiveFrame[];
  /** On the audio clock, the time of frame 0, seconds. */
  readonly origin: number;
  /** What hearing the block took, milliseconds. */
  readonly work: number;
  /** The block itself, where it is wanted. */
  readonly block: CapturedBlock | null;
}

let wantsSound = false;

self.onmessage = ({ data }: MessageEvent<LiveStart | LiveWish>) => {
  if ('port' in data) void start(data);
  else wantsSound = data.wantsSound;
};

async function start({ sampleRate, port }: LiveStart): Promise<void> {
  const response = await fetch(weightsUrl);
  const model = readSoundModel(new Uint8Array(await response.arrayBuffer()));
  const hearing = new LiveSpeechAnalyzer(model, sampleRate);
  let heard = 0;
  port.onmessage = ({ data: { samples, time } }: MessageEvent<CapturedBlock>) => {
    const began = performance.now();
    const origin = time - heard / sampleRate;
    heard += samples.length;
    const frames = hearing.push(samples);
    const work = performance.now() - began;
    const report: LiveReport = {
      ...{ frames, origin, work },
      block: wantsSound ? { samples, time } : null,
    };
    self.postMessage(report);
  };
  self.postMessage(null);
}
