import { useMutation, useQueryClient } from '@tanstack/react-query';
import {
  endOfMove,
  keptMove,
  movesOf,
  placedMove,
  stretchOfKeys,
  type Move,
  type PlacedMove,
} from '@cruvo/core/keys';
import { withoutRecord, withRecord, type Records } from '@cruvo/core/records';
import { frameAt, frameStart, toFlicks, type Flicks } from '@cruvo/core/time';
import { changeDocument } from '../../api/documents';
import { useOpenScene, useScene } from '../SceneContext';

/** The moves that a cast member's character has, where they are laid down in the scene, and what is done with them. */
export function useMoves(member: string) {
  const { store, characters, transport } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const { character } = scene.cast[member]!;
  const queries = useQueryClient();
  const changing = useMutation({
    mutationFn: (change: (moves: Records<Move>) => Records<Move>) =>
      changeDocument('character', character, (body) => ({ ...body, moves: change(body.moves) })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['character', character] }),
  });
  const moves = characters.get(character)?.moves ?? {};
  const change = (next: (placed: Records<PlacedMove>) => Records<PlacedMove>) =>
    store.getState().edit((now) => ({ ...now, moves: next(now.moves) }));
  const put = (placed: PlacedMove) => change((table) => ({ ...table, [placed.id]: placed }));
  const now = () =>
    frameStart(frameAt(toFlicks(transport.time()), scene.frameRate), scene.frameRate);

  const tracks = Object.values(scene.keys).filter((track) => track.member === member);
  const whole = stretchOfKeys(tracks);
  const made = (id: string, name: string): Move | null => {
    const { workArea } = scene;
    const worked = workArea && keptMove(id, name, tracks, workArea);
    return worked ?? (whole && keptMove(id, name, tracks, whole));
  };
  return {
    moves,
    placed: movesOf(scene.moves, member),
    error: changing.error,
    saving: changing.isPending,
    /** Whether there are keys that could be kept. */
    canKeep: whole !== null,
    /** Keeps the keys of the work area, or else all, as a move of the character; resolves when it is saved. */
    keep: async (name: string): Promise<void> => {
      const move = made(crypto.randomUUID(), name);
      if (move) await changing.mutateAsync((table) => ({ ...table, [move.id]: move }));
    },
    /** Takes a move off the character. */
    forget: (move: string) => changing.mutate((table) => withoutRecord(table, move)),
    /** Lays a move down at the playhead. */
    lay: (move: string) => put(placedMove(crypto.randomUUID(), member, move, now())),
    /** Lays it down once more, right after it. */
    repeat: (placed: PlacedMove) => {
      const move = moves[placed.move];
      if (move) put({ ...placed, id: crypto.randomUUID(), start: endOfMove(placed, move) });
    },
    set: (id: string, fields: Partial<PlacedMove>) =>
      change((table) => withRecord(table, id, (placed) => ({ ...placed, ...fields }))),
    remove: (id: string) => change((table) => withoutRecord(table, id)),
    /** The frame at the playhead. */
    now: now as () => Flicks,
  };
}

export type MoveActions = ReturnType<typeof useMoves>;
