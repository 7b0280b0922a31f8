import { clipKey, clipsOf, withClipsAgain, withoutClips } from '@cruvo/core/scene';
import { frameAt, frameStart, type Flicks } from '@cruvo/core/time';
import type { SceneStore } from './sceneStore';

/** What one can do to the takes, cues and moves that are chosen; each is one step to undo, and tells whether it was done. */
export const clipActions = {
  remove(store: SceneStore): boolean {
    const { scene, clips, edit, chooseClips } = store.getState();
    const refs = clipsOf(scene, clips);
    if (refs.length === 0) return false;
    edit((now) => withoutClips(now, refs));
    chooseClips([]);
    return true;
  },

  /** Lays them down once more from a time on, and chooses the new ones. */
  again(store: SceneStore, time: Flicks): boolean {
    const { scene, clips, edit, chooseClips } = store.getState();
    const refs = clipsOf(scene, clips);
    if (refs.length === 0) return false;
    const at = frameStart(frameAt(time, scene.frameRate), scene.frameRate);
    const laid = withClipsAgain(scene, refs, at, () => crypto.randomUUID());
    edit(() => laid.scene);
    chooseClips(laid.refs.map(clipKey));
    return true;
  },
};
