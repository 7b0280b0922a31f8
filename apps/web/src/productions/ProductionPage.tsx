import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { PackageCheck, Plus } from 'lucide-react';
import { Alert, Spinner } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { nextName } from '@cruvo/core/records';
import { emptyScene } from '@cruvo/core/scene';
import {
  addDocument,
  listProductions,
  readDocumentById,
  renameDocument,
  type ProductionSummary,
} from '../api/documents';
import { productionFileUrl } from '../api/productionFile';
import { NameField } from '../shell/NameField';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { BinNotice } from './BinNotice';
import { DeletedList } from './DeletedList';
import { DocumentCard } from './DocumentCard';
import { SceneCards } from './SceneCards';
import { useBin } from './useBin';

/** A production: its scenes in their order, and its characters. */
export function ProductionPage() {
  const { production: id = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    staleTime: 0,
  });
  const production = data?.find((one) => one.id === id);
  if (production) return <OpenProduction production={production} />;
  return (
    <div className="page">
      <TopBar />
      <div className="page-body">
        {error ? (
          <Notice title="The production can’t be shown" onRetry={() => void refetch()}>
            {sentenceOf(error)}
          </Notice>
        ) : data ? (
          <Notice title="This production is no longer here">
            It may have been deleted: then it can be brought back on the page of all productions.
          </Notice>
        ) : (
          <div className="notice-page">
            <Spinner role="status" aria-label="Opening the production" />
          </div>
        )}
      </div>
    </div>
  );
}

function OpenProduction({ production }: { production: ProductionSummary }) {
  const { id, name, scenes, characters } = production;
  const client = useQueryClient();
  const navigate = useNavigate();
  const bin = useBin();
  const refresh = () => client.invalidateQueries({ queryKey: ['productions'] });
  const renaming = useMutation({
    mutationFn: (wanted: string) => renameDocument('production', id, wanted),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: ['production', id] });
      await refresh();
    },
  });
  const adding = useMutation({
    mutationFn: async () => {
      const scene = crypto.randomUUID();
      const body = emptyScene(
        nextName(
          'Scene',
          scenes.map((one) => one.name),
        ),
      );
      await addDocument(id, { id: scene, kind: 'scene', body });
      return scene;
    },
    onSuccess: (scene) => navigate(`/scenes/${scene}`),
  });
  const copying = useMutation({
    mutationFn: async (original: string) => {
      const { body } = await readDocumentById('scene', original);
      const copy = {
        ...body,
        name: nextName(
          body.name,
          scenes.map((one) => one.name),
        ),
      };
      await addDocument(id, { id: crypto.randomUUID(), kind: 'scene', body: copy });
    },
    onSettled: refresh,
  });
  const failure = renaming.error ?? adding.error ?? copying.error;

  return (
    <div className="page">
      <TopBar
        title={
          <h1 className="h6 mb-0">
            <NameField
              name={name}
              label="Name of the production"
              title="Rename the production"
              onRename={(wanted) => renaming.mutate(wanted)}
            />
          </h1>
        }
      >
        <a
          className="btn btn-sm btn-secondary"
          href={productionFileUrl(id)}
          download
          title="All of this production as one file in open formats, to keep or to bring in elsewhere"
        >
          <PackageCheck size={16} aria-hidden /> Carry away
        </a>
      </TopBar>
      <main className="page-body">
        <div className="page-column">
          <BinNotice bin={bin} />
          {failure && <Alert variant="danger">{sentenceOf(failure)}</Alert>}
          <section aria-label="Scenes" className="mb-5">
            <h2 className="h4 mb-3">Scenes</h2>
            <SceneCards
              production={id}
              scenes={scenes}
              onDuplicate={(scene) => copying.mutate(scene)}
              onDelete={bin.remove}
            >
              <button
                type="button"
                className="new-card"
                disabled={adding.isPending}
                onClick={() => adding.mutate()}
              >
                <Plus size={26} aria-hidden /> New scene
              </button>
            </SceneCards>
          </section>
          <section aria-label="Characters">
            <h2 className="h4 mb-3">Characters</h2>
            <ul className="production-grid card-list">
              {characters.map((character) => (
                <li key={character.id}>
                  <DocumentCard
                    document={character}
                    to={`/characters/${character.id}`}
                    title={`Set up ${character.name}`}
                    entries={[['Delete', () => bin.remove(character)]]}
                  />
                </li>
              ))}
              <li>
                <Link to={`/productions/${id}/new-character`} className="new-card">
                  <Plus size={26} aria-hidden /> New character
                </Link>
              </li>
            </ul>
          </section>
          <DeletedList production={id} bin={bin} />
        </div>
      </main>
    </div>
  );
}
