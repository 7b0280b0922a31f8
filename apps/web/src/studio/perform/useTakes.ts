import { useCallback } from 'react';
import {
  fadesFitting,
  retimedTake,
  splitTake,
  takesOf,
  withTake,
  withTakeChannel,
  writeRecording,
  type TakeChannel,
  type TakeClip,
} from '@cruvo/core/passes';
import { withoutRecord, withRecord, type Records } from '@cruvo/core/records';
import { frameAt, frameStart, toFlicks } from '@cruvo/core/time';
import { trackId } from '../../workers/analyseVoice';
import { useOpenScene, useScene } from '../SceneContext';
import type { Pass } from './performing';
import { withPass } from './withPass';

/** The takes of a cast member, and what is done with them. */
export function useTakes(member: string) {
  const { store, transport, saver, keepRecording } = useOpenScene();
  const table = useScene(({ scene }) => scene.takes);
  const change = useCallback(
    (next: (takes: Records<TakeClip>) => Records<TakeClip>) =>
      store.getState().edit((now) => ({ ...now, takes: next(now.takes) })),
    [store],
  );
  const set = (id: string, how: (take: TakeClip) => TakeClip) =>
    change((takes) => withRecord(takes, id, how));
  return {
    takes: takesOf(table, member),
    /** Lays down what a pass recorded, and the cues that were fired in it. */
    add: useCallback(
      async (pass: Pass): Promise<void> => {
        const { recording } = pass;
        let hash: string | null = null;
        if (recording) {
          const bytes = writeRecording(recording);
          hash = await trackId(bytes);
          saver.addTrack({ id: hash, bytes });
          keepRecording(hash, recording);
        }
        // A pass is one step to undo, with all that was performed in it.
        store.getState().edit((now) => withPass(now, pass, hash, () => crypto.randomUUID()));
      },
      [store, saver, keepRecording],
    ),
    change: (id: string, fields: Partial<TakeClip>) =>
      set(id, (take) => fadesFitting({ ...take, ...fields })),
    changeChannel: (id: string, control: string, fields: Partial<Omit<TakeChannel, 'control'>>) =>
      set(id, (take) => withTakeChannel(take, control, fields)),
    retime: (id: string, speed: number) => set(id, (take) => retimedTake(take, speed)),
    remove: (id: string) => change((takes) => withoutRecord(takes, id)),
    /** Lays it down once more, at the playhead. */
    copy: (take: TakeClip) =>
      change((takes) => withTake(takes, { ...take, id: crypto.randomUUID(), start: now() })),
    /** Cuts it in two at the playhead. */
    split: (take: TakeClip) => {
      const [first, second] = splitTake(take, now(), crypto.randomUUID());
      if (first && second) change((takes) => withTake({ ...takes, [first.id]: first }, second));
    },
    startHere: (id: string) => set(id, (take) => ({ ...take, start: now() })),
  };

  function now() {
    const { frameRate } = store.getState().scene;
    return frameStart(frameAt(toFlicks(transport.time()), frameRate), frameRate);
  }
}

export type TakeActions = ReturnType<typeof useTakes>;
