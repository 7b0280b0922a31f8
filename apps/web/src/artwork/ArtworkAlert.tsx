import { useState } from 'react';
import { Alert, Button } from 'react-bootstrap';
import type { ArtworkNote, Drawing } from '@cruvo/core/character';
import { mediaUrl } from '../api/media';
import type { CameIn, LookDifference } from './cameIn';

const SHOWN = 3;

/** What can be done where artwork looks otherwise than its file. */
export interface LookChoices {
  /** Takes the file's own picture in place of all layers. */
  readonly onWhole: (flat: Drawing) => void;
  /** Takes one picture in place of a layer and all that it holds. */
  readonly onLayer: (part: string, picture: Drawing) => void;
}

interface ArtworkAlertProps extends LookChoices {
  readonly told: CameIn;
  readonly onClose: () => void;
}

/** What of artwork looks otherwise than in its file, and what to do about it. */
export function ArtworkAlert({
  told: { notes, difference },
  onClose,
  ...choices
}: ArtworkAlertProps) {
  return (
    <Alert variant="warning" className="artwork-notes" dismissible onClose={onClose}>
      <strong>Some of it looks different than in its file:</strong>
      <NoteList notes={notes} />
      {difference && <Difference difference={difference} {...choices} />}
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

interface DifferenceProps extends LookChoices {
  readonly difference: LookDifference;
}

/** Both pictures side by side, and ways to take pictures of the file instead. */
function Difference({
  difference: { flat, here, share, layer },
  onWhole,
  onLayer,
}: DifferenceProps) {
  const percent = Math.max(1, Math.round(100 * share));
  return (
    <>
      <p className="mb-1">
        {layer && `${layer.names.join(' / ')}: `}
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
        <div className="choices">
          {layer?.picture && (
            <Button
              size="sm"
              variant="outline-secondary"
              title="This layer, and all in it, becomes one picture that looks as in your file; the others stay. Undo brings it back"
              onClick={() => onLayer(layer.part, layer.picture!)}
            >
              Take “{layer.names.at(-1)}” as one picture
            </Button>
          )}
          <Button
            size="sm"
            variant="outline-secondary"
            title="All layers become one picture that looks like your file; undo brings them back"
            onClick={() => onWhole(flat)}
          >
            Take all as one picture
          </Button>
        </div>
      </div>
    </>
  );
}
