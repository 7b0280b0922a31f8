import { useCallback } from 'react';
import { useStore } from 'zustand';
import { EarlierVersions } from '../saving/EarlierVersions';
import { KeyboardHelp } from '../shell/KeyboardHelp';
import type { OpenCharacter } from './CharacterContext';
import { CHARACTER_KEYS, CHARACTER_POINTER } from './characterKeys';
import { describeCharacterChanges } from './describeChanges';
import { TakeApartDialog } from './apart/TakeApartDialog';
import { MouthDrawingsDialog } from './mouthDrawings/MouthDrawingsDialog';
import { NewerArtworkDialog } from './newer/NewerArtworkDialog';
import { WhatIsThisDialog } from './parts/WhatIsThisDialog';

/** Whatever is open over the character. */
export function CharacterDialogs({ open }: { open: OpenCharacter }) {
  const { id, store, dialog, openDialog } = open;
  const character = useStore(store, (state) => state.character);
  const close = useCallback(() => openDialog(null), [openDialog]);
  switch (dialog?.kind) {
    case undefined:
      return null;
    case 'keys':
      return <KeyboardHelp show keys={CHARACTER_KEYS} pointer={CHARACTER_POINTER} onHide={close} />;
    case 'history':
      return (
        <EarlierVersions<'character'>
          kind="character"
          id={id}
          mine={character}
          describe={describeCharacterChanges}
          onTake={(version) => store.getState().change(() => version)}
          onClose={close}
        />
      );
    case 'newer':
      return <NewerArtworkDialog files={dialog.files} onClose={close} />;
    case 'meaning':
      return <WhatIsThisDialog onClose={close} />;
    case 'apart':
      return <TakeApartDialog part={dialog.part} onClose={close} />;
    case 'mouths':
      return <MouthDrawingsDialog drawings={dialog.drawings} onClose={close} />;
  }
}
