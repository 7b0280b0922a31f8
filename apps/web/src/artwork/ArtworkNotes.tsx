import { useState } from 'react';
import { Alert, Button } from 'react-bootstrap';
import { useLocation } from 'react-router';
import { characterFromArtwork, plainLayer, type ArtworkNote } from '@cruvo/core/character';
import { mediaUrl } from '../api/media';
import { useOpenCharacter } from '../character/CharacterContext';
import type { CameIn, LookDifference } from './cameIn';

const SHOWN = 3;

/** What of the artwork that just came in looks otherwise than in its file. */
export function ArtworkNotes() {
  const { state } = useLocation() as { state: Partial<CameIn> | null };
  const { notes = [], difference = null } = state ?? {};
  const [open, setOpen] = useState(true);
  if (!open || (notes.length === 0 && !difference)) return null;
  return (
    <Alert
      variant="warning"
      className="artwork-notes mb-0"
      dismissible
      onClose={() => setOpen(false)}
    >
      <strong>The artwork is in. Some of it looks different:</strong>
      <NoteList notes={notes} />
      {difference && <Difference difference={difference} onTaken={() => setOpen(false)} />}
    </Alert>
  );
}

function NoteList({ notes }: { notes: readonly ArtworkNote[] }) {
  const [all, setAll] = useState(false);
  if (notes.length === 0) return null;
  return (
    <>
      <ul className="mb-0">
        {notes.slice(0, all ? undefined : SHOWN).map(({ layer, sentence }) => (
          <li key={`${layer.join('/')} ${sentence}`}>
            {layer.join(' / ')}: {sentence}
          </li>
        ))}
      </ul>
      {notes.length > SHOWN && !all && (
        <button type="button" className="btn btn-link btn-sm p-0" onClick={() => setAll(true)}>
          Show all {notes.length}
        </button>
      )}
    </>
  );
}

/** Both pictures side by side, and a way to take the file's own instead of its layers. */
function Difference({
  difference: { flat, here, share, layer },
  onTaken,
}: {
  difference: LookDifference;
  onTaken: () => void;
}) {
  const { store } = useOpenCharacter();
  const takeFlat = () => {
    const { width, height } = flat;
    const layers = [plainLayer('picture', flat)];
    store
      .getState()
      .change(({ name }) =>
        characterFromArtwork(name, { width, height, layers, notes: [], flat: null }),
      );
    onTaken();
  };
  const percent = Math.max(1, Math.round(100 * share));
  return (
    <>
      <p className="mb-1">
        {layer && `${layer.join(' / ')}: `}
        {percent} % of the picture looks different from your file.
      </p>
      <div className="both-looks">
        <figure>
          <img src={mediaUrl(flat.media)} alt="The file by itself" />
          <figcaption>Your file</figcaption>
        </figure>
        <figure>
          <img src={here} alt="Its layers in Cruvo" />
          <figcaption>Its layers here</figcaption>
        </figure>
        <Button
          size="sm"
          variant="outline-secondary"
          title="All layers become one picture that looks like your file; undo brings them back"
          onClick={takeFlat}
        >
          Take it as one picture
        </Button>
      </div>
    </>
  );
}
