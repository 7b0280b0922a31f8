import { useMutation, useQueryClient } from '@tanstack/react-query';
import { cuesOf, freeKey, newCue, type Cue, type CueClip, type CueSpan } from '@cruvo/core/cues';
import { movedBy, wordNear } from '@cruvo/core/program';
import { inOrder, inTable, withoutRecord, withRecord, type Records } from '@cruvo/core/records';
import { frameAt, frameStart, toFlicks } from '@cruvo/core/time';
import { changeDocument } from '../../../api/documents';
import { useOpenScene, useProgram, useScene } from '../../SceneContext';

/** The cues of a cast member's character, where they are laid down in the scene, and what is done with them. */
export function useCues(member: string) {
  const { store, characters, transport } = useOpenScene();
  const id = useScene(({ scene }) => scene.cast[member]!.character);
  const clips = useScene(({ scene }) => scene.cues);
  const program = useProgram();
  const queries = useQueryClient();
  const changing = useMutation({
    mutationFn: (change: (cues: Records<Cue>) => Records<Cue>) =>
      changeDocument('character', id, (body) => ({ ...body, cues: change(body.cues) })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['character', id] }),
  });
  const { mutate, mutateAsync, error } = changing;
  const cues = cuesOf(characters.get(id) ?? { cues: {} });
  return {
    cues,
    error,
    saving: changing.isPending,
    /** Makes a cue with a key that is free; resolves with its id when it is saved. */
    add: async (name: string): Promise<string> => {
      const made = newCue(crypto.randomUUID(), name, freeKey(cues, name));
      await mutateAsync((table) => inTable<Cue>([...inOrder(table), made]));
      return made.id;
    },
    set: (cue: string, fields: Partial<Cue>) =>
      mutate((table) => withRecord(table, cue, (one) => ({ ...one, ...fields }))),
    remove: (cue: string) => mutate((table) => withoutRecord(table, cue)),
    /** Where they are laid down, the earlier ones first. */
    spans: movedBy(program, member)?.cues ?? [],
    /** Those laid down whose cue is gone. */
    gone: Object.values(clips).filter(
      (clip) => clip.member === member && !cues.some(({ id: known }) => known === clip.cue),
    ),
    /** Lays one down at the playhead. */
    lay: (cue: Cue) => {
      const { scene, edit } = store.getState();
      const start = frameStart(
        frameAt(toFlicks(transport.time()), scene.frameRate),
        scene.frameRate,
      );
      const clip: CueClip = {
        ...{ id: crypto.randomUUID(), member, cue: cue.id, start },
        ...{ length: cue.lasts, hook: null },
      };
      edit((now) => ({ ...now, cues: { ...now.cues, [clip.id]: clip } }));
    },
    /** Has one go along with the word that it is at, or stay at its time; nothing where no word is near. */
    setHook: ({ clip, start }: CueSpan, hooked: boolean) => {
      const hook = hooked ? wordNear(program.lines.values(), start) : null;
      if (hooked && !hook) return;
      store.getState().edit((now) => ({
        ...now,
        cues: withRecord(now.cues, clip.id, (one) => ({ ...one, start, hook })),
      }));
    },
    take: (clip: string) =>
      store.getState().edit((now) => ({ ...now, cues: withoutRecord(now.cues, clip) })),
  };
}

export type CueActions = ReturnType<typeof useCues>;
