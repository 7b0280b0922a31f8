import type { CueClip } from '@cruvo/core/cues';
import { takeOf, takesOf, withTake } from '@cruvo/core/passes';
import type { Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { Pass } from './performing';

/**
 * A scene in which a pass is laid down: a take of what was moved, and the cues that were fired.
 *
 * @param hash under which the recording is kept
 */
export function withPass(
  scene: Scene,
  { member, from, recording, cues }: Pass,
  hash: string | null,
  newId: () => string,
): Scene {
  const start = toFlicks(from);
  const fired = cues.map((one): CueClip => {
    const times = { start: start + one.start, length: one.length };
    return { id: newId(), member, cue: one.cue, ...times, hook: null };
  });
  const name = `Take ${1 + takesOf(scene.takes, member).length}`;
  const takes =
    recording && hash !== null
      ? withTake(
          scene.takes,
          takeOf({ id: newId(), member, name, recording: hash, start }, recording),
        )
      : scene.takes;
  const table = Object.fromEntries(fired.map((clip) => [clip.id, clip]));
  return { ...scene, takes, cues: { ...scene.cues, ...table } };
}
