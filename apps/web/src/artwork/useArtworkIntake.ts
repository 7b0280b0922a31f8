import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { sendArtwork, type Sent } from '../api/artwork';

/** Artwork on its way in: how far it is, what went wrong, and how to stop it. */
export interface ArtworkIntake {
  /** Null while nothing comes in; the share of layers read, -1 before the first. */
  readonly share: number | null;
  readonly failure: string | null;
  take(files: readonly File[]): Promise<void>;
  fail(sentence: string): void;
  cancel(): void;
}

/** Takes artwork in and hands it on; newer files put an end to those before them. */
export function useArtworkIntake(
  onSent: (sent: Sent, first: File) => Promise<void> | void,
): ArtworkIntake {
  const [share, setShare] = useState<number | null>(null);
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
    setShare(-1);
    try {
      const sent = await sendArtwork(files, (now) => setShare(now ?? -1), own.signal);
      await onSent(sent, first);
    } catch (error) {
      const left = own.signal.aborted || (error instanceof Problem && error.code === 'cancelled');
      if (!left) setFailure(sentenceOf(error));
    } finally {
      if (control.current === own) setShare(null);
    }
  };
  return { share, failure, take, fail: setFailure, cancel: () => control.current?.abort() };
}
