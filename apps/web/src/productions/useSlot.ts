import { useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { UploadOptions, UploadProgress } from '../api/upload';

export type SlotState<Result> =
  | { readonly kind: 'empty' }
  | { readonly kind: 'sending'; readonly name: string; readonly progress: UploadProgress }
  | { readonly kind: 'filled'; readonly name: string; readonly result: Result }
  | { readonly kind: 'refused'; readonly name: string; readonly sentence: string };

type Upload<Result> = (file: File, options: UploadOptions) => Promise<Result>;

/** A place for one file: sends it as soon as it is dropped, and shows what came of it. */
export function useSlot<Result>(upload: Upload<Result>) {
  const [state, setState] = useState<SlotState<Result>>({ kind: 'empty' });
  const sending = useRef<AbortController | null>(null);

  const take = async (file: File) => {
    sending.current?.abort();
    const control = new AbortController();
    sending.current = control;
    const { name } = file;
    setState({ kind: 'sending', name, progress: { stage: 'sending', share: 0 } });
    try {
      const onProgress = (progress: UploadProgress) =>
        sending.current === control && setState({ kind: 'sending', name, progress });
      const result = await upload(file, { onProgress, signal: control.signal });
      if (sending.current === control) setState({ kind: 'filled', name, result });
    } catch (error) {
      if (sending.current !== control) return;
      if (error instanceof Problem && error.code === 'cancelled') setState({ kind: 'empty' });
      else setState({ kind: 'refused', name, sentence: sentenceOf(error) });
    }
  };
  return { state, take, setState, cancel: () => sending.current?.abort() };
}

export type Slot<Result> = ReturnType<typeof useSlot<Result>>;
