import {
  rowOfMember,
  wholeLine,
  withLines,
  type Line,
  type Scene,
  type Voice,
} from '@cruvo/core/scene';
import { frameCount, frameStart, toFlicks } from '@cruvo/core/time';
import { withPass } from '../../studio/perform/withPass';
import type { Pass } from '../../studio/perform/performing';

/** What somebody said live. */
export interface SaidLive {
  readonly member: string;
  /** Seconds. */
  readonly start: number;
  readonly voice: Voice;
  /** Id of what was heard in it. */
  readonly track: string;
}

/** A pass, with the id under which its recording is kept. */
export type KeptPass = Pass & { readonly hash: string | null };

/**
 * A scene in which happens what happened live: on the same stage with the same cast, without what was said and laid
 * down there before.
 *
 * @param duration seconds
 */
export function recordedScene(
  scene: Scene,
  name: string,
  duration: number,
  said: readonly SaidLive[],
  passes: readonly KeptPass[],
  newId: () => string,
): Scene {
  const length = frameStart(frameCount(toFlicks(duration), scene.frameRate), scene.frameRate);
  const empty: Scene = {
    ...{ ...scene, name, length, workArea: null },
    ...{ lines: {}, markers: {}, keys: {}, moves: {}, takes: {}, cues: {} },
  };
  const lines = said.flatMap(({ member, start, voice, track }): Line[] => {
    const row = rowOfMember(scene, member);
    if (row === null) return [];
    const place = { id: newId(), row, name: voice.name, start: toFlicks(start), voice };
    return [{ ...wholeLine(place), track }];
  });
  return passes.reduce(
    (now, { hash, ...pass }) => withPass(now, pass, hash, newId),
    withLines(empty, lines),
  );
}
