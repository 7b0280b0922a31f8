import { Plus, Trash2 } from 'lucide-react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Alert, Button, Form, Modal, Spinner } from 'react-bootstrap';
import { ValidationError } from 'yup';
import { differences } from '@cruvo/core/document';
import { sentenceOf } from '@cruvo/core/problem';
import { type OwnPronunciation, ownPronunciationsSchema } from '@cruvo/core/scene';
import { patchDocument, readDocumentById, type Document } from '../../api/documents';
import { useOpenScene } from '../SceneContext';

/** How the names of this production are said, in ordinary words and syllables. */
export function PronunciationsDialog({ onClose }: { onClose: () => void }) {
  const { production } = useOpenScene();
  const { data, error } = useQuery({
    queryKey: ['production', production],
    queryFn: () => readDocumentById('production', production),
    staleTime: 0,
  });
  return (
    <Modal show onHide={onClose} aria-labelledby="pronunciations">
      <Modal.Header closeButton>
        <Modal.Title id="pronunciations" as="h2" className="h5">
          Pronunciation of names
        </Modal.Title>
      </Modal.Header>
      {data ? (
        <PronunciationsForm document={data} onClose={onClose} />
      ) : (
        <Modal.Body>
          {error ? (
            <Alert variant="danger">{sentenceOf(error)}</Alert>
          ) : (
            <Spinner role="status" aria-label="Loading the names" />
          )}
        </Modal.Body>
      )}
    </Modal>
  );
}

const EMPTY: OwnPronunciation = { word: '', like: '' };

function PronunciationsForm({
  document,
  onClose,
}: {
  document: Document<'production'>;
  onClose: () => void;
}) {
  const [rows, setRows] = useState<readonly OwnPronunciation[]>(
    document.body.pronunciations.length > 0 ? document.body.pronunciations : [EMPTY],
  );
  const [problem, setProblem] = useState<string | null>(null);
  const queries = useQueryClient();
  const change = (index: number, part: Partial<OwnPronunciation>) =>
    setRows(rows.map((row, at) => (at === index ? { ...row, ...part } : row)));

  const save = async () => {
    try {
      const filled = rows.filter(({ word, like }) => word.trim() || like.trim());
      const pronunciations = ownPronunciationsSchema.validateSync(filled);
      const patches = differences(document.body, { ...document.body, pronunciations });
      const { id, revision } = document;
      const outcome = await patchDocument('production', id, revision, patches, crypto.randomUUID());
      await queries.invalidateQueries({ queryKey: ['production', document.id] });
      if (outcome.saved) onClose();
      else setProblem('The list was changed in another window. Close this and open it again.');
    } catch (error) {
      setProblem(
        error instanceof ValidationError ? `Please ${error.errors[0]}.` : sentenceOf(error),
      );
    }
  };

  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Modal.Body>
        <p className="quiet small">
          For names that no dictionary has. Write how each is said in ordinary words and syllables:{' '}
          <em>Isbel</em> like <em>iz bell</em>. Between slashes, the phonetic alphabet is understood
          too: <em>/ˈɪzbɛl/</em>.
        </p>
        {rows.map((row, index) => (
          <div key={index} className="d-flex gap-2 mb-2 align-items-center">
            <Form.Control
              aria-label={`Name ${index + 1}`}
              placeholder="Name"
              value={row.word}
              onChange={({ target }) => change(index, { word: target.value })}
            />
            <span className="quiet">like</span>
            <Form.Control
              aria-label={`Name ${index + 1} is said like`}
              placeholder="iz bell"
              value={row.like}
              onChange={({ target }) => change(index, { like: target.value })}
            />
            <Button
              variant="quiet"
              size="sm"
              aria-label={`Remove name ${index + 1}`}
              onClick={() => setRows(rows.filter((_, at) => at !== index))}
            >
              <Trash2 size={16} aria-hidden />
            </Button>
          </div>
        ))}
        <Button variant="quiet" size="sm" onClick={() => setRows([...rows, EMPTY])}>
          <Plus size={16} aria-hidden /> Another name
        </Button>
        {problem && (
          <Alert variant="danger" className="py-2 mt-2 mb-0">
            {problem}
          </Alert>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button type="submit">Save</Button>
      </Modal.Footer>
    </Form>
  );
}
