import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Alert, Button, ListGroup, Modal, Spinner } from 'react-bootstrap';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { sentenceOf } from '@cruvo/core/problem';
import { listRevisions, readRevision } from '../api/documents';
import { storeTrack } from '../api/media';
import { whenExactly } from '../shell/when';
import { readUnsavedFile } from './unsavedFile';

interface EarlierVersionsProps<Kind extends DocumentKind> {
  readonly kind: Kind;
  readonly id: string;
  /** What is open now. */
  readonly mine: DocumentBodies[Kind];
  /** How another version differs, in sentences. */
  readonly describe: (mine: DocumentBodies[Kind], other: DocumentBodies[Kind]) => string[];
  readonly onTake: (version: DocumentBodies[Kind]) => void;
  readonly onClose: () => void;
}

/** Earlier versions of what is open, to look into and bring back. */
export function EarlierVersions<Kind extends DocumentKind>({
  kind,
  id,
  mine,
  describe,
  onTake,
  onClose,
}: EarlierVersionsProps<Kind>) {
  const [revision, setRevision] = useState<number | null>(null);
  const revisions = useQuery({
    queryKey: ['revisions', id],
    queryFn: () => listRevisions(id),
    staleTime: 0,
  });
  const version = useQuery({
    queryKey: ['revision', id, revision],
    queryFn: () => readRevision(kind, id, revision!),
    enabled: revision !== null,
  });
  const differences = version.data ? describe(mine, version.data) : [];
  const error = revisions.error ?? version.error;

  const file = useRef<HTMLInputElement>(null);
  const [failure, setFailure] = useState<string | null>(null);
  /** Takes what was downloaded when nothing else could keep it. */
  const takeFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      const { body, tracks } = readUnsavedFile(kind, id, await chosen.text());
      for (const track of tracks.values()) await storeTrack(track);
      onTake(body);
      onClose();
    } catch (error) {
      setFailure(sentenceOf(error));
    }
  };

  const bringBack = () => {
    if (version.data) onTake(version.data);
    onClose();
  };

  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="history-title">
      <Modal.Header closeButton>
        <Modal.Title id="history-title" as="h2" className="h5">
          Earlier versions
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {error && <Alert variant="danger">{sentenceOf(error)}</Alert>}
        {failure && <Alert variant="danger">{failure}</Alert>}
        <div className="choices" style={{ gridTemplateColumns: '15rem 1fr' }}>
          <ListGroup style={{ maxHeight: '22rem', overflowY: 'auto' }}>
            {revisions.isPending && <Spinner size="sm" aria-label="Loading" />}
            {revisions.data?.map((entry, index) => (
              <ListGroup.Item
                key={entry.revision}
                action
                active={entry.revision === revision}
                onClick={() => setRevision(entry.revision)}
              >
                {whenExactly(entry.savedAt)}
                {index === 0 && ' (newest)'}
              </ListGroup.Item>
            ))}
          </ListGroup>
          <div aria-live="polite">
            {revision === null && (
              <p className="quiet">Choose a version to see how it differs from what is open now.</p>
            )}
            {version.isFetching && <Spinner size="sm" aria-label="Loading" />}
            {version.data && differences.length === 0 && (
              <p className="quiet">This is what is open now.</p>
            )}
            {version.data && differences.length > 0 && (
              <>
                <p className="mb-1">In that version:</p>
                <ul>
                  {differences.map((sentence) => (
                    <li key={sentence}>{sentence}</li>
                  ))}
                </ul>
              </>
            )}
          </div>
        </div>
      </Modal.Body>
      <Modal.Footer>
        <span className="quiet small me-auto">Restoring a version can be undone.</span>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="File of unsaved work"
          onChange={({ target }) => void takeFile(target.files?.[0])}
        />
        <Button
          variant="quiet"
          onClick={() => file.current?.click()}
          title="Work that was downloaded because it could not be saved"
        >
          Unsaved work from a file …
        </Button>
        <Button variant="quiet" onClick={onClose}>
          Close
        </Button>
        <Button disabled={differences.length === 0} onClick={bringBack}>
          Restore this version
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
