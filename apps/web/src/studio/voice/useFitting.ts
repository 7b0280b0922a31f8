import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { Line } from '@cruvo/core/scene';
import { mediaUrl } from '../../api/media';
import { hearVoice, type HeardVoice } from '../../workers/hearVoice';

export type FittingState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'hearing'; readonly share: number }
  | { readonly kind: 'failed'; readonly sentence: string };

/** Hears a line's voice in a worker, with progress and cancel. */
export function useFitting(onHeard: (line: string, heard: HeardVoice) => void) {
  const [state, setState] = useState<FittingState>({ kind: 'idle' });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const fit = async (line: Line) => {
    running.current?.abort();
    const control = new AbortController();
    running.current = control;
    setState({ kind: 'hearing', share: 0 });
    try {
      const url = new URL(mediaUrl(line.voice.working), location.href).href;
      const heard = await hearVoice(
        url,
        (share) => setState({ kind: 'hearing', share }),
        control.signal,
      );
      if (control.signal.aborted) return;
      onHeard(line.id, heard);
      setState({ kind: 'idle' });
    } catch (error) {
      const wasCancelled = error instanceof Problem && error.code === 'cancelled';
      if (running.current !== control) return;
      setState(wasCancelled ? { kind: 'idle' } : { kind: 'failed', sentence: sentenceOf(error) });
    }
  };
  return { state, fit, cancel: () => running.current?.abort() };
}
