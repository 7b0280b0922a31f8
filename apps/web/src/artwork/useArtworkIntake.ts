import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { sendArtwork, type Sent } from '../api/artwork';
import type { UploadProgress } from '../api/upload';

/** Artwork on its way in: how far it is, what went wrong, and how to stop it. */
export interface ArtworkIntake {
  /** Null while nothing comes in. */
  readonly progress: UploadProgress | null;
  readonly failure: string | null;
  take(files: readonly File[]): Promise<void>;
  fail(sentence: string): void;
  cancel(): void;
}

/** Takes artwork in and hands it on; newer files put an end to those before them. */
export function useArtworkIntake(
  onSent: (sent: Sent, first: File) => Promise<void> | void,
): ArtworkIntake {
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
      const sent = await sendArtwork(files, { onProgress: setProgress, signal: own.signal });
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
