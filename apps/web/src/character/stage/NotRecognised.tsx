import { useMemo } from 'react';
import { proposedByLook } from '@cruvo/core/character';
import { useCharacter } from '../CharacterContext';
import { LookProposals } from './LookProposals';
import { MissingParts } from './MissingParts';

/** What names don't tell: proposals by the look of parts, and what is to be pointed out. */
export function NotRecognised() {
  const character = useCharacter((state) => state.character);
  const proposals = useMemo(() => proposedByLook(character), [character]);
  return (
    <>
      <LookProposals proposals={proposals} />
      <MissingParts proposals={proposals} />
    </>
  );
}
