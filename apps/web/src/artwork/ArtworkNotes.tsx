import { useState } from 'react';
import { useLocation } from 'react-router';
import {
  asOnePicture,
  characterFromArtwork,
  withPartAsPicture,
  type Character,
} from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../character/CharacterContext';
import { ArtworkAlert } from './ArtworkAlert';
import { isTaken, type CameIn } from './cameIn';

/** What of the artwork that just came in looks otherwise than in its file. */
export function ArtworkNotes() {
  const { state } = useLocation() as { state: Partial<CameIn> | null };
  const { store } = useOpenCharacter();
  const drawings = useCharacter(({ character }) => character.drawings);
  const { notes = [] } = state ?? {};
  // The address of the page keeps what was told, also when it is loaded again.
  const told = state?.difference ?? null;
  const difference = told && isTaken(told, drawings) ? null : told;
  const [open, setOpen] = useState(true);
  if (!open || (notes.length === 0 && !difference)) return null;
  const change = (step: (before: Character) => Character) => {
    store.getState().change(step);
    setOpen(false);
  };
  return (
    <ArtworkAlert
      told={{ notes, difference }}
      onClose={() => setOpen(false)}
      onWhole={(flat) => change(({ name }) => characterFromArtwork(name, asOnePicture(flat)))}
      onLayer={(part, picture) => change((before) => withPartAsPicture(before, part, picture))}
    />
  );
}
