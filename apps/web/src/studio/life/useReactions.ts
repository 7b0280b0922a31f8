import {
  withoutReaction,
  withReaction,
  withReactionChanged,
  withReactionMoved,
  type Reaction,
  type SceneReaction,
  type SignalSpec,
} from '@cruvo/core/reactions';
import { inOrder, type Records } from '@cruvo/core/records';
import { STAGE } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

/** The reactions of a cast member, or of the stage, in a scene, the lower ones first, and what is done with them. */
export function useReactions(member: string) {
  const { store } = useOpenScene();
  const table = useScene(({ scene }) => scene.reactions);
  const { edit } = store.getState();
  const change = (next: (reactions: Records<SceneReaction>) => Records<SceneReaction>) =>
    edit((scene) => ({ ...scene, reactions: next(scene.reactions) }));
  const own = inOrder(table).filter((reaction) => reaction.member === member);
  return {
    reactions: own,
    add: (name: string, fields: Partial<Reaction>) => {
      const id = crypto.randomUUID();
      change((reactions) =>
        withReaction<SceneReaction>(reactions, {
          ...{ id, member, name, signal: loudness(member), low: null, high: null },
          ...{ shaping: [], targets: [], mix: 'add', weight: 1, muted: false, stretch: null },
          ...fields,
        }),
      );
      return id;
    },
    set: (id: string, fields: Partial<Reaction>) =>
      change((reactions) => withReactionChanged(reactions, id, fields)),
    remove: (id: string) => change((reactions) => withoutReaction(reactions, id)),
    /** @param to the place among those of this member */
    move: (id: string, to: number) => {
      const all = inOrder(table);
      const place = all.indexOf(own[to]!);
      change((reactions) => withReactionMoved(reactions, id, place));
    },
    /** Mutes all others of the member, or none where they are muted already. */
    solo: (id: string) =>
      change((reactions) => {
        const others = own.filter((one) => one.id !== id);
        const muted = !others.every((one) => one.muted) || others.length === 0;
        return [...others.map((one) => [one.id, muted] as const), [id, false] as const].reduce(
          (now, [one, quiet]) => withReactionChanged(now, one, { muted: quiet }),
          reactions,
        );
      }),
  };
}

/** The stage has no voice of its own. */
function loudness(member: string): SignalSpec {
  return { kind: 'loudness', of: member === STAGE ? 'everyone' : 'own' };
}

export type ReactionActions = ReturnType<typeof useReactions>;

/** What the fields of a reaction need: the reaction, whose it is, and how it is changed. */
export interface ReactionFieldsProps {
  readonly reaction: Reaction;
  readonly member: string;
  readonly set: (fields: Partial<Reaction>) => void;
}
