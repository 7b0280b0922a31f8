import { partsOf, type Part } from '@cruvo/core/character';
import { castOf, STAGE } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

/** Who or what on the stage is drawn of parts: the backdrop, where there is one, and the cast. */
export interface DrawnOwner {
  /** Id of a cast member, or STAGE. */
  readonly id: string;
  readonly name: string;
  readonly parts: readonly Part[];
}

export function useDrawnOwners(): readonly DrawnOwner[] {
  const { characters } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const { backdrop } = scene;
  return [
    ...(backdrop ? [{ id: STAGE, name: 'The backdrop', parts: partsOf(backdrop) }] : []),
    ...castOf(scene).flatMap(({ id, name, character: of }) => {
      const character = characters.get(of);
      return character ? [{ id, name: name ?? character.name, parts: partsOf(character) }] : [];
    }),
  ];
}
