import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, Modal, Spinner } from 'react-bootstrap';
import { Link } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { deleteProduction, listProductions, type ProductionSummary } from '../api/documents';
import { IconButton } from '../shell/IconButton';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { Poster } from './Poster';
import { when } from '../shell/when';

/** All productions. */
export function HomePage() {
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    staleTime: 0,
  });
  const [leaving, setLeaving] = useState<ProductionSummary | null>(null);
  return (
    <div className="page">
      <TopBar />
      <main className="page-body">
        {error && !data ? (
          <Notice title="The productions can’t be shown" onRetry={() => void refetch()}>
            {sentenceOf(error)}
          </Notice>
        ) : (
          <div className="page-column">
            <div className="d-flex align-items-center mb-4">
              <h1 className="h3 mb-0">Productions</h1>
              <Link to="/new" className="btn btn-primary ms-auto">
                <Plus size={18} aria-hidden /> New production
              </Link>
            </div>
            {isPending && <Spinner role="status" aria-label="Loading" />}
            {data?.length === 0 && (
              <p className="quiet">
                Nothing here yet. Bring two drawings and a voice, and they talk within a minute.
              </p>
            )}
            <div className="production-grid">
              {data?.map((production) => (
                <ProductionCard
                  key={production.id}
                  production={production}
                  onDelete={() => setLeaving(production)}
                />
              ))}
            </div>
          </div>
        )}
      </main>
      {leaving && <DeleteDialog production={leaving} onClose={() => setLeaving(null)} />}
    </div>
  );
}

function ProductionCard({
  production,
  onDelete,
}: {
  production: ProductionSummary;
  onDelete: () => void;
}) {
  const [scene] = production.scenes;
  const [first] = production.characters;
  const shown = scene ?? first;
  const to = scene ? `/scenes/${scene.id}` : first ? `/characters/${first.id}` : null;
  return (
    <article className="production-card">
      {shown ? <Poster of={shown.id} /> : <div className="poster" />}
      <div className="caption">
        <div className="min-w-0 flex-fill">
          <h2 className="h6 mb-0">
            {to ? <Link to={to}>{production.name}</Link> : production.name}
          </h2>
          <span className="quiet small">
            {scene && `${scene.name} · `}saved {when(production.savedAt)}
          </span>
          <div className="cast small">
            {production.characters.map(({ id, name }) => (
              <Link key={id} to={`/characters/${id}`} title={`Set up ${name}`}>
                {name}
              </Link>
            ))}
            <Link
              to={`/productions/${production.id}/new-character`}
              title={`Add another character to ${production.name}`}
            >
              + character
            </Link>
          </div>
        </div>
        <IconButton icon={Trash2} label={`Delete ${production.name}`} onClick={onDelete} />
      </div>
    </article>
  );
}

function DeleteDialog({
  production,
  onClose,
}: {
  production: ProductionSummary;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const deletion = useMutation({
    mutationFn: () => deleteProduction(production.id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['productions'] });
      onClose();
    },
  });
  return (
    <Modal show onHide={onClose} aria-labelledby="delete-title">
      <Modal.Header closeButton>
        <Modal.Title id="delete-title" as="h2" className="h5">
          Delete “{production.name}”?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        Its characters, scenes and earlier versions go with it. This can’t be undone.
        {deletion.error && (
          <p className="text-danger-emphasis mt-2 mb-0">{sentenceOf(deletion.error)}</p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={onClose}>
          Keep it
        </Button>
        <Button variant="danger" disabled={deletion.isPending} onClick={() => deletion.mutate()}>
          Delete
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
