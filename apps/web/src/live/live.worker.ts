import { type LiveFrame, LiveSpeechAnalyzer, readSoundModel } from '@cruvo/core/speech';
import weightsUrl from '@cruvo/core/weights/hearing.safetensors.gz?url';
import type { CapturedBlock } from '../microphone/capture.worklet';

/** What starts the worker: the rate of what will come, and the port it comes through. */
export interface LiveStart {
  readonly sampleRate: number;
  readonly port: MessagePort;
}

/** Frames that were just decided. */
export interface LiveReport {
  readonly frames: readonly LiveFrame[];
  /** On the audio clock, the time of frame 0, seconds. */
  readonly origin: number;
  /** What hearing the block took, milliseconds. */
  readonly work: number;
}

self.onmessage = async ({ data: { sampleRate, port } }: MessageEvent<LiveStart>) => {
  const response = await fetch(weightsUrl);
  const model = readSoundModel(new Uint8Array(await response.arrayBuffer()));
  const hearing = new LiveSpeechAnalyzer(model, sampleRate);
  let heard = 0;
  port.onmessage = ({ data: { samples, time } }: MessageEvent<CapturedBlock>) => {
    const began = performance.now();
    const origin = time - heard / sampleRate;
    heard += samples.length;
    const frames = hearing.push(samples);
    const report: LiveReport = { frames, origin, work: performance.now() - began };
    self.postMessage(report);
  };
  self.postMessage(null);
};
