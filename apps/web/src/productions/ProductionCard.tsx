import { Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import type { ListedDocument, ProductionSummary } from '../api/documents';
import { IconButton } from '../shell/IconButton';
import { when } from '../shell/when';
import { Poster } from './Poster';

/** So many scenes and characters are named on a card. */
const NAMED = 4;

/** A production with its scenes and characters, each of them a way in. */
export function ProductionCard({
  production,
  onDelete,
}: {
  production: ProductionSummary;
  onDelete: () => void;
}) {
  const { id, name, scenes, characters, savedAt } = production;
  const shown = scenes[0] ?? characters[0];
  return (
    <article className="production-card">
      {shown ? <Poster of={shown.id} /> : <div className="poster" />}
      <div className="caption">
        <div className="min-w-0 flex-fill">
          <h2 className="h6 mb-0 text-truncate">
            <Link to={`/productions/${id}`} title={name}>
              {name}
            </Link>
          </h2>
          <span className="quiet small d-block text-truncate">saved {when(savedAt)}</span>
          <Inside documents={scenes} place="scenes" verb="Open" rest={`/productions/${id}`} />
          <Inside
            documents={characters}
            place="characters"
            verb="Set up"
            rest={`/productions/${id}`}
          />
        </div>
        <IconButton icon={Trash2} label={`Delete ${name}`} onClick={onDelete} />
      </div>
    </article>
  );
}

function Inside({
  documents,
  place,
  verb,
  rest,
}: {
  documents: readonly ListedDocument[];
  place: 'scenes' | 'characters';
  verb: string;
  rest: string;
}) {
  const more = documents.length - NAMED;
  return (
    <div className="inside small">
      {documents.slice(0, NAMED).map(({ id, name }) => (
        <Link key={id} to={`/${place}/${id}`} title={`${verb} ${name}`}>
          {name}
        </Link>
      ))}
      {more > 0 && <Link to={rest}>{more} more</Link>}
    </div>
  );
}
