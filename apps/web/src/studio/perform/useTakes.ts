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
import {
  mirroredTake,
  movedBy,
  placeOfTarget,
  takeForOther,
  takesBeside,
  withKeysOfTake,
} from '@cruvo/core/program';
import { withoutRecord, withRecord, type Records } from '@cruvo/core/records';
import { withMoverAlone } from '@cruvo/core/scene';
import { frameAt, frameStart, toFlicks } from '@cruvo/core/time';
import { trackId } from '../../workers/analyseVoice';
import { useOpenScene, useProgram, useScene } from '../SceneContext';
import type { Pass } from './performing';
import { withPass } from './withPass';

/** The takes of a cast member, and what is done with them. */
export function useTakes(member: string) {
  const { store, transport, saver, passSafe, characters, keepRecording } = useOpenScene();
  const table = useScene(({ scene }) => scene.takes);
  const character = useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? ''));
  const program = useProgram();
  const own = movedBy(program, member);
  const change = useCallback(
    (next: (takes: Records<TakeClip>) => Records<TakeClip>) =>
      store.getState().edit((now) => ({ ...now, takes: next(now.takes) })),
    [store],
  );
  const set = (id: string, how: (take: TakeClip) => TakeClip) =>
    change((takes) => withRecord(takes, id, how));
  return {
    takes: takesOf(table, member),
    /** Lays down what a pass recorded, and the cues that were fired in it; from then on the scene keeps it. */
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
        await passSafe.forget(pass.id);
      },
      [store, saver, passSafe, keepRecording],
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
    /** Performs it the other way round. */
    mirror: (take: TakeClip) => {
      if (!own || !character) return;
      set(take.id, (one) => mirroredTake(one, character, own.controls));
    },
    /** Lets it alone count of those at its time, or all but it where it does. */
    flip: (take: TakeClip) => {
      const beside = new Set(takesBeside(take, takesOf(table, member)).map(({ id }) => id));
      const alone = !take.muted && [...beside].every((id) => table[id]!.muted);
      change((takes) =>
        [take.id, ...beside].reduce(
          (now, id) =>
            withRecord(now, id, (one) => ({ ...one, muted: (id === take.id) === alone })),
          takes,
        ),
      );
    },
    /** Lets it alone count of all takes, or all of them where it does already. */
    solo: ({ id }: TakeClip) =>
      store.getState().edit((now) => {
        const all = takesOf(now.takes, member).map((one) => {
          return { kind: 'take' as const, id: one.id, muted: one.muted };
        });
        return withMoverAlone(now, all, { kind: 'take', id });
      }),
    /** Makes keys of it, and mutes it: what was performed stays. */
    keep: (take: TakeClip) => {
      const performed = own?.takes.find((one) => one.take.id === take.id);
      if (!own || !performed?.recording) return;
      store.getState().edit((now) => ({
        ...now,
        keys: withKeysOfTake(now.keys, own.controls, performed, now.frameRate, () =>
          crypto.randomUUID(),
        ),
        takes: withRecord(now.takes, take.id, (one) => ({ ...one, muted: true })),
      }));
    },
    /** Others on the stage who have something that the take moves. */
    othersFor: ({ channels }: TakeClip) =>
      program.members
        .filter(
          ({ member: { id }, controls }) =>
            id !== member && channels.some(({ control }) => placeOfTarget(controls, control)),
        )
        .map(({ member: { id }, character: { name } }) => ({ id, name })),
    /** Has somebody else do it, at the same time. */
    copyTo: (take: TakeClip, other: string) => {
      const to = movedBy(program, other);
      const copy =
        own && to && takeForOther(take, own.controls, to.controls, other, crypto.randomUUID());
      if (copy) change((takes) => withTake(takes, copy));
    },
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
