import { describeChanges } from '@cruvo/core/scene';
import { ConflictDialog } from '../saving/ConflictDialog';
import { EarlierVersions } from '../saving/EarlierVersions';
import { useOpenScene, useScene } from './SceneContext';

/** Asks which version is to be kept when another window saved the scene first. */
export function SceneConflict() {
  const { saver, store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  return (
    <ConflictDialog<'scene'>
      saver={saver}
      mine={scene}
      describe={describeChanges}
      onTake={(theirs) => store.getState().replaceScene(theirs)}
    />
  );
}

/** Earlier versions of the scene, to be looked at and brought back. */
export function SceneVersions({ onClose }: { onClose: () => void }) {
  const { id, store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  return (
    <EarlierVersions<'scene'>
      kind="scene"
      id={id}
      mine={scene}
      describe={describeChanges}
      onTake={(version) => store.getState().replaceScene(version)}
      onClose={onClose}
    />
  );
}
