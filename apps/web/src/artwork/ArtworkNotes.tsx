import { useState } from 'react';
import { Alert } from 'react-bootstrap';
import { useLocation } from 'react-router';
import type { ArtworkNote } from '@cruvo/core/character';

const SHOWN = 3;

/** What of the artwork that just came in can't be shown as it was. */
export function ArtworkNotes() {
  const { state } = useLocation() as { state: { notes?: readonly ArtworkNote[] } | null };
  const notes = state?.notes ?? [];
  const [open, setOpen] = useState(true);
  const [all, setAll] = useState(false);
  if (!open || notes.length === 0) return null;
  return (
    <Alert
      variant="warning"
      className="artwork-notes mb-0"
      dismissible
      onClose={() => setOpen(false)}
    >
      <strong>The artwork is in. Some of it looks different:</strong>
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
    </Alert>
  );
}
