import { proxy, wrap, type Remote } from 'comlink';
import { Problem, cancelled } from '@cruvo/core/problem';
import { writeTrack, type VoiceTrack } from '@cruvo/core/speech';
import type { CheckedVoice } from '@cruvo/core/audio';
import type {
  AnalysisProgress,
  AnalysisRequest,
  AnalysisResult,
  CheckRequest,
  Hearing,
  HearingFailure,
} from './analysis.worker';

/** A voice track under the id that its content gives it. */
export interface AnalysedVoice {
  readonly id: string;
  readonly track: VoiceTrack;
  /** Its file. */
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/**
 * Hears a voice in a worker of its own.
 *
 * @param onProgress told how far it has come, with the sounds so far
 * @param signal stops the worker at once
 * @throws Problem
 */
export async function analyseVoice(
  request: AnalysisRequest,
  onProgress: (progress: AnalysisProgress) => void,
  signal: AbortSignal,
): Promise<AnalysisResult> {
  const result = await inWorker<AnalysisResult | HearingFailure>(
    (remote) => remote.hear(request, proxy(onProgress)),
    signal,
  );
  if ('sentence' in result) throw new Problem(result.code, result.sentence);
  return result;
}

/** Looks a voice over in a worker of its own. @param signal stops the worker at once */
export function checkVoice(request: CheckRequest, signal: AbortSignal): Promise<CheckedVoice> {
  return inWorker((remote) => remote.check(request), signal);
}

async function inWorker<Result>(
  work: (remote: Remote<Hearing>) => PromiseLike<Result>,
  signal: AbortSignal,
): Promise<Result> {
  const worker = new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module' });
  try {
    const stopped = new Promise<never>((_resolve, reject) => {
      signal.addEventListener('abort', () => reject(cancelled()), { once: true });
      worker.addEventListener('error', ({ message }) => reject(new Error(message)));
    });
    if (signal.aborted) throw cancelled();
    return await Promise.race([work(wrap<Hearing>(worker)), stopped]);
  } finally {
    worker.terminate();
  }
}

/** Gives a track the id of its content. */
export async function asAnalysedVoice(track: VoiceTrack): Promise<AnalysedVoice> {
  const bytes = writeTrack(track);
  return { id: await trackId(bytes), track, bytes };
}

/** The id that a track has by its content: SHA-256, in hexadecimal. */
export async function trackId(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes);
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
