import { useCallback, useEffect, useMemo, useRef } from 'react';
import { mouthOverrides, type Character } from '@cruvo/core/character';
import type { Pose } from '@cruvo/core/pose';
import { compile, Player, SPEAKER, type Program } from '@cruvo/core/program';
import { starterScene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { Saying } from '../useSaying';

/** How long the character lives by itself before it does the same again. */
const ROUND = toFlicks(600);

/** The pose of a character that lives by the clock, and whose mouth says what is tried. */
export function usePoseNow(id: string, character: Character, saying: Saying): () => Pose {
  const { spoken, timeNow } = saying;
  const program = useMemo(() => lifeOf(id, character), [id, character]);
  const player = useRef<Player | null>(null);
  useEffect(() => void (player.current = null), [id]);
  return useCallback(() => {
    player.current ??= new Player(program);
    player.current.swap(program);
    const time = timeNow();
    const mouth = spoken && time !== null ? spoken.mouthAt(time) : null;
    const live = new Map(mouth ? [[id, mouthOverrides(mouth)]] : []);
    return player.current.poseAt(id, toFlicks(performance.now() / 1000) % ROUND, live);
  }, [id, program, spoken, timeNow]);
}

/** A character alone on its stage, saying nothing. */
function lifeOf(id: string, character: Character): Program {
  const voice = { name: '', original: '', working: '', peaks: '', sampleRate: 1, channels: 1 };
  const starter = starterScene({
    ...{ name: '', characterId: id, character, memberId: id, lineId: SPEAKER },
    voice: { ...voice, duration: ROUND },
  });
  return compile({
    scene: { ...starter, lines: {} },
    characters: new Map([[id, character]]),
    tracks: new Map(),
  });
}
