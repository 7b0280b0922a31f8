import { Clapperboard, Download, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { Alert, Badge, Button, ProgressBar } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { cancelFilm, deleteFilm, filmUrl, type Film } from '../../api/films';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene } from '../SceneContext';
import { useFilms } from './useFilms';
import { when } from '../../shell/when';

/** The films of this production, and the way to a new one. */
export function FilmsPanel({ onNew }: { onNew: () => void }) {
  const { production } = useOpenScene();
  const { data: films, error } = useFilms(production);
  const [failure, setFailure] = useState<string | null>(null);
  const attempt = (work: Promise<unknown>) => {
    setFailure(null);
    work.catch((problem: unknown) => setFailure(sentenceOf(problem)));
  };
  return (
    <>
      <Button className="w-100 mb-2" onClick={onNew}>
        <Clapperboard size={18} aria-hidden /> New film
      </Button>
      {(failure ?? error) && (
        <Alert variant="danger" className="py-2">
          {failure ?? error?.message}
        </Alert>
      )}
      {films?.length === 0 && (
        <p className="quiet small">
          No film yet. A film is rendered while you go on working, and stays in this list.
        </p>
      )}
      {films?.map((film) => (
        <FilmEntry
          key={film.id}
          film={film}
          onCancel={() => attempt(cancelFilm(film.id))}
          onDelete={() => attempt(deleteFilm(film.id))}
        />
      ))}
    </>
  );
}

const STATUS: Record<Film['status'], { word: string; color: string }> = {
  waiting: { word: 'waiting', color: 'secondary' },
  rendering: { word: 'rendering', color: 'info' },
  done: { word: 'done', color: 'success' },
  failed: { word: 'failed', color: 'danger' },
  cancelled: { word: 'cancelled', color: 'secondary' },
};

function FilmEntry({
  film,
  onCancel,
  onDelete,
}: {
  film: Film;
  onCancel: () => void;
  onDelete: () => void;
}) {
  const { width, height, frameRate } = film.settings;
  const underWay = film.status === 'waiting' || film.status === 'rendering';
  const { word, color } = STATUS[film.status];
  return (
    <article className="film" aria-label={`Film of ${film.name}, ${word}`}>
      <div className="d-flex align-items-center gap-2">
        <strong className="text-truncate">{film.name}</strong>
        <Badge bg={color} className="ms-auto">
          {word}
        </Badge>
      </div>
      <div className="quiet small figures">
        {width} × {height}, {frameRate} a second{' '}
        <span className="d-block">{when(film.createdAt)}</span>
      </div>
      {underWay && (
        <div className="d-flex align-items-center gap-2 mt-1">
          <ProgressBar className="flex-fill" now={100 * film.progress} aria-label="Rendering" />
          <span className="small figures">{Math.floor(100 * film.progress)} %</span>
          <IconButton icon={X} label="Cancel this film" onClick={onCancel} />
        </div>
      )}
      {film.problem && <p className="small text-danger-emphasis mb-1">{film.problem}</p>}
      {film.status === 'done' && (
        <video src={filmUrl(film.id)} controls preload="metadata" className="mt-2" />
      )}
      {!underWay && (
        <div className="d-flex gap-1 mt-1">
          {film.status === 'done' && (
            <a className="btn btn-sm btn-outline-secondary" href={filmUrl(film.id, true)} download>
              <Download size={16} aria-hidden /> Download
            </a>
          )}
          <span className="ms-auto">
            <IconButton icon={Trash2} label="Remove from the list" onClick={onDelete} />
          </span>
        </div>
      )}
    </article>
  );
}
