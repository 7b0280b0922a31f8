import { useMutation, useQueryClient } from '@tanstack/react-query';
import {
  withoutReaction,
  withReaction,
  withReactionChanged,
  type Reaction,
  type SceneReaction,
} from '@cruvo/core/reactions';
import { inOrder, type Records } from '@cruvo/core/records';
import { changeDocument } from '../../api/documents';
import { useOpenScene, useScene } from '../SceneContext';

/** The reactions that a character has wherever it goes, of which the stage has none, and what is done with them from a scene. */
export function useOwnReactions(member: string) {
  const { characters } = useOpenScene();
  const id = useScene(({ scene }) => scene.cast[member]?.character ?? '');
  const queries = useQueryClient();
  const changing = useMutation({
    mutationFn: (change: (reactions: Records<Reaction>) => Records<Reaction>) =>
      changeDocument('character', id, (character) => ({
        ...character,
        reactions: change(character.reactions),
      })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['character', id] }),
  });
  const { mutate, mutateAsync, error } = changing;
  return {
    reactions: inOrder(characters.get(id)?.reactions ?? {}),
    error,
    /** Takes a reaction of the scene over, under an id of its own; resolves when it is saved. */
    keep: ({ member: _, stretch: __, ...reaction }: SceneReaction) =>
      mutateAsync((reactions) =>
        withReaction<Reaction>(reactions, { ...reaction, id: crypto.randomUUID() }),
      ),
    setMuted: (reaction: string, muted: boolean) =>
      mutate((reactions) => withReactionChanged(reactions, reaction, { muted })),
    remove: (reaction: string) => mutate((reactions) => withoutReaction(reactions, reaction)),
  };
}

export type OwnReactionActions = ReturnType<typeof useOwnReactions>;
