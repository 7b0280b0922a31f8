import { branchOf, partsOf } from '@cruvo/core/character';
import type { Outline } from '@cruvo/core/mesh';
import { STAGE } from '@cruvo/core/scene';
import { tracerFor } from '../stage/browserImages';
import { useOpenScene, useScene } from '../SceneContext';

/** Traces a part of a cast member, or of the backdrop, with all that it holds; null where nothing is drawn. */
export function useTracedOutline(): (member: string, part: string) => Outline | null {
  const { characters, images } = useOpenScene();
  const cast = useScene(({ scene }) => scene.cast);
  const backdrop = useScene(({ scene }) => scene.backdrop);
  return (member, part) => {
    const drawn = member === STAGE ? backdrop : characters.get(cast[member]?.character ?? '');
    if (!drawn) return null;
    const branch = branchOf(partsOf(drawn), part).map(({ id }) => id);
    return tracerFor(images)(drawn)(branch, true);
  };
}
