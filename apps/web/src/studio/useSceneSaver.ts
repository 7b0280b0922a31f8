import { useEffect, useState } from 'react';
import type { Document } from '../api/documents';
import { saveDocument } from '../api/documents';
import { storeTrack } from '../api/media';
import { localCopies, type LocalCopy } from './saving/localCopies';
import { SceneSaver } from './saving/sceneSaver';
import { createSceneStore } from './sceneStore';

/** The store of an opened scene and the saver that follows it; unsaved work of an earlier visit is taken up. */
export function useSceneSaver(document: Document<'scene'>, unsaved: LocalCopy | undefined) {
  const [{ store, saver }] = useState(() => {
    const made = {
      store: createSceneStore(unsaved?.scene ?? document.body),
      saver: new SceneSaver(document.id, document.revision, document.body, {
        save: (revision, scene) => saveDocument('scene', document.id, revision, scene),
        storeTrack,
        copies: localCopies,
      }),
    };
    if (unsaved) made.saver.resume(unsaved.scene, unsaved.revision, unsaved.tracks);
    return made;
  });
  useEffect(() => {
    saver.saveNow();
    const unsubscribe = store.subscribe(({ scene }, before) => {
      if (scene !== before.scene) saver.change(scene);
    });
    const online = () => saver.saveNow();
    window.addEventListener('online', online);
    return () => {
      unsubscribe();
      window.removeEventListener('online', online);
      saver.stop();
    };
  }, [store, saver]);
  return { store, saver };
}
