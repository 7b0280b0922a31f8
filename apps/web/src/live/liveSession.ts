import { openInput, type OpenInput, type VoiceInput } from '../microphone/source';
import type { LiveReport, LiveStart, LiveWish } from './live.worker';

/** A voice that is being heard. */
export interface LiveSession {
  /** Hz. */
  readonly sampleRate: number;
  /** How long sound takes from the air into a block, seconds. */
  readonly latency: number;
  /** Seconds on the audio clock. */
  now(): number;
  /** Whether reports bring the sound, too. */
  setWantsSound(wantsSound: boolean): void;
  stop(): void;
}

/**
 * Starts to hear a microphone, or a recording as if it came from one.
 *
 * @param onReport told what was heard, as soon as it is
 * @param onEnd told when a recording is over, or a microphone is gone
 * @throws Problem in one sentence where there is nothing to hear
 */
export async function startLive(
  source: VoiceInput,
  onReport: (report: LiveReport) => void,
  onEnd: () => void,
): Promise<LiveSession> {
  const context = new AudioContext({ latencyHint: 'interactive' });
  const worker = new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' });
  let input: OpenInput | null = null;
  const stop = () => {
    worker.terminate();
    input?.stop();
    void context.close();
  };
  try {
    input = await openInput(context, source, onEnd);
    await connectWorker(worker, input, context.sampleRate, onReport);
    input.start();
    return {
      ...{ sampleRate: context.sampleRate, latency: input.latency, stop },
      now: () => context.currentTime,
      setWantsSound: (wantsSound) => worker.postMessage({ wantsSound } satisfies LiveWish),
    };
  } catch (error) {
    stop();
    throw error;
  }
}

function connectWorker(
  worker: Worker,
  input: OpenInput,
  sampleRate: number,
  onReport: (report: LiveReport) => void,
): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  input.sendTo(port1);
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
