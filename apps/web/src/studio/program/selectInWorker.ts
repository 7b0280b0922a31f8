import { wrap, type Remote } from 'comlink';
import type { SelectionRequest } from '@cruvo/core/program';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { MouthsWorker } from '../../workers/mouths.worker';
import type { SelectElsewhere } from './mouthSelector';

/** Chooses mouths in a worker that keeps the tracks it has seen. The worker starts with the first wish. */
export function selectInWorker(): { readonly select: SelectElsewhere; readonly close: () => void } {
  const keys = new WeakMap<VoiceTrack, number>();
  let started: { readonly worker: Worker; readonly remote: Remote<MouthsWorker> } | null = null;
  let count = 0;
  const start = () => {
    const worker = new Worker(new URL('../../workers/mouths.worker.ts', import.meta.url), {
      type: 'module',
    });
    return { worker, remote: wrap<MouthsWorker>(worker) };
  };
  return {
    select: async ({ track, ...request }: SelectionRequest) => {
      started ??= start();
      let key = keys.get(track);
      if (key === undefined) {
        keys.set(track, (key = ++count));
        await started.remote.keepTrack(key, track);
      }
      return started.remote.select(key, request);
    },
    close: () => {
      started?.worker.terminate();
      started = null;
    },
  };
}
