import { proxy, wrap } from 'comlink';
import { cancelled } from '@cruvo/core/problem';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { Hearing } from './hearing.worker';

/** What was heard, under the id that its content gives it. */
export interface HeardVoice {
  readonly id: string;
  readonly track: VoiceTrack;
  readonly text: string;
}

/**
 * Hears a working voice in a worker of its own.
 *
 * @param url where its bytes are, absolute
 * @param onProgress told the share that is done, 0 to 1
 * @param signal stops the worker at once
 */
export async function hearVoice(
  url: string,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<HeardVoice> {
  const worker = new Worker(new URL('./hearing.worker.ts', import.meta.url), { type: 'module' });
  try {
    const stopped = new Promise<never>((_resolve, reject) => {
      signal.addEventListener('abort', () => reject(cancelled()), { once: true });
      worker.addEventListener('error', ({ message }) => reject(new Error(message)));
    });
    if (signal.aborted) throw cancelled();
    const text = await Promise.race([wrap<Hearing>(worker).hear(url, proxy(onProgress)), stopped]);
    return { id: await sha256(text), track: JSON.parse(text) as VoiceTrack, text };
  } finally {
    worker.terminate();
  }
}

async function sha256(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
