import { useCallback } from 'react';
import { type Meaning, partsOf, treeOf, withMeaning } from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { useOpenCharacter } from '../CharacterContext';

/** Says what a part is by pointing at it. */
export function useSayMeaning() {
  const { store, pick, partAt } = useOpenCharacter();
  const say = useCallback(
    (part: string | null, meaning: Meaning) => {
      if (part === null) return;
      const { character, change, choose } = store.getState();
      const one = partsOf(character).find(({ id }) => id === part)!;
      // A mouth is mostly the group of its drawings, of which one was pointed at.
      const group = meaning.role === 'mouth' && one.parent !== null ? one.parent : null;
      const inside = treeOf(partsOf(character)).get(group) ?? [];
      const meant =
        group !== null && inside.every(({ drawing }) => drawing !== null) ? group : part;
      change((before) => withMeaning(before, meant, meaning));
      choose([meant]);
    },
    [store],
  );
  const sayAt = useCallback(
    (onPage: Point, meaning: Meaning) => say(partAt.current?.(onPage) ?? null, meaning),
    [say, partAt],
  );
  const ask = useCallback(
    (name: string, meaning: Meaning) =>
      pick({
        prompts: [`Click the part that is the ${name}.`],
        onDone: (_points, part) => say(part, meaning),
      }),
    [pick, say],
  );
  return { sayAt, ask };
}
