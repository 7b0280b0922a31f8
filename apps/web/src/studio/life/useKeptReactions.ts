import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { keptReaction, reactionFor, movedBy } from '@cruvo/core/program';
import type { KeptReaction, Reaction } from '@cruvo/core/reactions';
import { inOrder, inTable, type Records } from '@cruvo/core/records';
import { changeDocument, readDocumentById } from '../../api/documents';
import { useOpenScene, useProgram } from '../SceneContext';

/** The reactions that are kept with the production, for any of its characters, and what is done with them. */
export function useKeptReactions(member: string) {
  const { production } = useOpenScene();
  const program = useProgram();
  const queries = useQueryClient();
  const queryKey = ['production', production];
  const { data, error: unread } = useQuery({
    queryKey,
    queryFn: () => readDocumentById('production', production),
    staleTime: 0,
  });
  const { mutate, error } = useMutation({
    mutationFn: (change: (reactions: Records<KeptReaction>) => Records<KeptReaction>) =>
      changeDocument('production', production, (body) => ({
        ...body,
        reactions: change(body.reactions),
      })),
    onSettled: () => queries.invalidateQueries({ queryKey }),
  });
  const controls = movedBy(program, member)?.controls;
  return {
    reactions: inOrder(data?.body.reactions ?? {}),
    error: error ?? unread,
    /** Keeps a reaction of the member under an id of its own; it stays where it is. */
    keep: (reaction: Reaction) => {
      if (!controls) return;
      const kept = keptReaction(crypto.randomUUID(), reaction, controls);
      mutate((reactions) => inTable<KeptReaction>([...inOrder(reactions), kept]));
    },
    /** A kept reaction, moving what the member has of what it moves. */
    made: (reaction: KeptReaction) => controls && reactionFor(reaction, controls),
    remove: (id: string) => mutate((reactions) => withoutKept(reactions, id)),
  };
}

export type KeptReactionActions = ReturnType<typeof useKeptReactions>;

const withoutKept = (reactions: Records<KeptReaction>, id: string): Records<KeptReaction> =>
  inTable<KeptReaction>(inOrder(reactions).filter((one) => one.id !== id));
