import { Problem } from '@cruvo/core/problem';
import captureUrl from './capture.worklet.ts?worker&url';
import type { LiveReport, LiveStart } from './live.worker';

/** Where the live voice comes from. */
export type LiveSource =
  | { readonly kind: 'microphone'; readonly device: string | null }
  | { readonly kind: 'recording'; readonly url: string; readonly aloud: boolean };

/** A voice that is being heard. */
export interface LiveSession {
  /** Seconds on the audio clock. */
  now(): number;
  stop(): void;
}

/**
 * Starts to hear a microphone, or a recording as if it came from one.
 *
 * @param onReport told what was heard, as soon as it is
 * @param onEnd told when a recording is over
 * @throws Problem in one sentence where there is nothing to hear
 */
export async function startLive(
  source: LiveSource,
  onReport: (report: LiveReport) => void,
  onEnd: () => void,
): Promise<LiveSession> {
  const stream = source.kind === 'microphone' ? await openMicrophone(source.device) : null;
  const context = new AudioContext({ latencyHint: 'interactive' });
  const worker = new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' });
  const stop = () => {
    worker.terminate();
    stream?.getTracks().forEach((track) => track.stop());
    void context.close();
  };
  try {
    await context.audioWorklet.addModule(captureUrl);
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    await connectWorker(worker, capture, context.sampleRate, onReport);
    await context.resume();
    if (source.kind === 'recording') await playInto(context, capture, source, onEnd);
    else context.createMediaStreamSource(stream!).connect(capture);
    return { now: () => context.currentTime, stop };
  } catch (error) {
    stop();
    throw error;
  }
}

async function openMicrophone(device: string | null): Promise<MediaStream> {
  // What browsers do to make calls pleasant also eats the soft beginnings of words.
  const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
  const audio = device === null ? plain : { ...plain, deviceId: { exact: device } };
  return navigator.mediaDevices.getUserMedia({ audio }).catch((error: unknown) => {
    const denied = error instanceof DOMException && error.name === 'NotAllowedError';
    throw new Problem(
      'unavailable',
      denied
        ? 'The browser does not let Cruvo hear the microphone. Allow it beside the address, or choose the simulated one.'
        : 'No microphone answers. Connect one, or choose the simulated one.',
    );
  });
}

function connectWorker(
  worker: Worker,
  capture: AudioWorkletNode,
  sampleRate: number,
  onReport: (report: LiveReport) => void,
): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  capture.port.postMessage(port1, [port1]);
  return new Promise((resolve, reject) => {
    worker.onerror = ({ message }) => reject(new Error(message));
    worker.onmessage = ({ data }: MessageEvent<LiveReport | null>) => {
      if (data === null) resolve();
      else onReport(data);
    };
    const start: LiveStart = { sampleRate, port: port2 };
    worker.postMessage(start, [port2]);
  });
}

/** The simulated microphone: plays a recording into the same path, and aloud if wanted. */
async function playInto(
  context: AudioContext,
  capture: AudioWorkletNode,
  { url, aloud }: { readonly url: string; readonly aloud: boolean },
  onEnd: () => void,
): Promise<void> {
  const response = await fetch(url).catch(() => null);
  if (!response?.ok) {
    throw new Problem(
      'unavailable',
      'The recording can’t be read from the studio’s server just now.',
    );
  }
  const source = context.createBufferSource();
  source.buffer = await context.decodeAudioData(await response.arrayBuffer());
  source.connect(capture);
  if (aloud) source.connect(context.destination);
  source.onended = onEnd;
  source.start();
}
