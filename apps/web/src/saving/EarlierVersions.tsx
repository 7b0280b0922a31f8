import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Alert, Button, ListGroup, Modal, Spinner } from 'react-bootstrap';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { sentenceOf } from '@cruvo/core/problem';
import { listRevisions, readRevision } from '../api/documents';
import { whenExactly } from '../shell/when';

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
