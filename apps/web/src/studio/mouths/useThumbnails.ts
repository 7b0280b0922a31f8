import { useMemo } from 'react';
import { useOpenScene } from '../SceneContext';
import { paintThumbnails, type Thumbnails } from './thumbnails';

/** Mouth pictures of every character in the scene, by the character's document id. */
export function useThumbnails(): ReadonlyMap<string, Thumbnails> {
  const { characters, images } = useOpenScene();
  return useMemo(
    () =>
      new Map([...characters].map(([id, character]) => [id, paintThumbnails(character, images)])),
    [characters, images],
  );
}
