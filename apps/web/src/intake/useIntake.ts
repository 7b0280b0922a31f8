import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { UploadOptions, UploadProgress } from '../api/upload';

/** Files on their way in: how far it is, what went wrong, and how to stop it. */
export interface Intake {
  /** Null while nothing comes in. */
  readonly progress: UploadProgress | null;
  readonly failure: string | null;
  take(files: readonly File[]): Promise<void>;
  fail(sentence: string): void;
  cancel(): void;
}

/**
 * Takes files in and hands on what comes of them; newer files put an end to those before them.
 *
 * @param send sends them and waits for what comes of them
 */
export function useIntake<Sent>(
  send: (files: readonly File[], options: UploadOptions) => Promise<Sent>,
  onSent: (sent: Sent, first: File) => Promise<void> | void,
): Intake {
  const [progress, setProgress] = useState<UploadProgress | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const take = async (files: readonly File[]) => {
    const [first] = files;
    if (!first) return;
    control.current?.abort();
    const own = new AbortController();
    control.current = own;
    setFailure(null);
    setProgress({ stage: 'sending', share: 0 });
    try {
      const sent = await send(files, { onProgress: setProgress, signal: own.signal });
      await onSent(sent, first);
    } catch (error) {
      const left = own.signal.aborted || (error instanceof Problem && error.code === 'cancelled');
      if (!left) setFailure(sentenceOf(error));
    } finally {
      if (control.current === own) setProgress(null);
    }
  };
  return { progress, failure, take, fail: setFailure, cancel: () => control.current?.abort() };
}
