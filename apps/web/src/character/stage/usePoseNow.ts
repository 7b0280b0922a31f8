import { useCallback, useEffect, useMemo, useRef } from 'react';
import { bodyControlId, mouthOverrides, type Character } from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import type { Pose } from '@cruvo/core/pose';
import { compile, liveSources, Player, type Program } from '@cruvo/core/program';
import { emptyScene, withMember } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { Saying } from '../useSaying';

/** How long the character lives by itself before it does the same again. */
const ROUND = toFlicks(600);

/**
 * The pose of a character that lives by the clock, and whose mouth says what is tried.
 *
 * @param values what its controls are set to, by their ids
 * @param grips how far its grips are dragged, by the ids of their controls
 */
export function usePoseNow(
  id: string,
  character: Character,
  saying: Saying,
  values: ReadonlyMap<string, number>,
  grips: ReadonlyMap<string, Point>,
): () => Pose {
  const { spoken, timeNow } = saying;
  const program = useMemo(() => lifeOf(id, character), [id, character]);
  const player = useRef<Player | null>(null);
  useEffect(() => void (player.current = null), [id]);
  return useCallback(() => {
    player.current ??= new Player(program);
    player.current.swap(program);
    const time = timeNow();
    const mouth = spoken && time !== null ? spoken.mouthAt(time) : null;
    const body = [...values].map(([control, value]) => [bodyControlId(control), value] as const);
    const overrides = new Map([...(mouth ? mouthOverrides(mouth) : []), ...body, ...grips]);
    const live = liveSources(program, new Map(overrides.size > 0 ? [[id, overrides]] : []));
    return player.current.poseAt(id, toFlicks(performance.now() / 1000) % ROUND, live);
  }, [id, program, spoken, timeNow, values, grips]);
}

/** A character alone on its stage, saying nothing. */
function lifeOf(id: string, character: Character): Program {
  const member = { id, character: id, name: '', size: character };
  return compile({
    scene: withMember(emptyScene('', ROUND), member),
    characters: new Map([[id, character]]),
    tracks: new Map(),
  });
}
