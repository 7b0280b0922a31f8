import { ChevronsUp, Clapperboard, Download, Pause, Play, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { Alert, Badge, Button, ProgressBar } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { formatOf, hasPictures, hasRate } from '@cruvo/core/delivery';
import {
  deleteFilm,
  filmUrl,
  previewUrl,
  tellFilm,
  type Film,
  type FilmWish,
} from '../../api/films';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene } from '../SceneContext';
import { useFilms } from './useFilms';
import { when } from '../../shell/when';

/** The films of this production, and the way to a new one. */
export function FilmsPanel({ onNew }: { onNew: () => void }) {
  const { production } = useOpenScene();
  const { data: films, error } = useFilms(production);
  const [failure, setFailure] = useState<string | null>(null);
  // The oldest one that waits, or whichever is worked on already.
  const waiting = films?.filter(({ status, paused }) => status === 'waiting' && !paused);
  const next =
    films?.find(({ status, paused }) => status === 'rendering' && !paused)?.id ??
    waiting?.at(-1)?.id;
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
          onWish={(wish) => attempt(tellFilm(film.id, wish))}
          isNext={film.id === next}
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

const PAUSED = { word: 'paused', color: 'secondary' };

function FilmEntry({
  film,
  isNext,
  onWish,
  onDelete,
}: {
  film: Film;
  /** Whether no other film comes before it. */
  isNext: boolean;
  onWish: (wish: FilmWish) => void;
  onDelete: () => void;
}) {
  const { width, height, frameRate, background } = film.settings;
  const format = formatOf(film.settings);
  const underWay = film.status === 'waiting' || film.status === 'rendering';
  const { word, color } = film.paused && underWay ? PAUSED : STATUS[film.status];
  return (
    <article className="film" aria-label={`Film of ${film.name}, ${word}`}>
      <div className="d-flex align-items-center gap-2">
        <strong className="text-truncate">{film.name}</strong>
        <Badge bg={color} className="ms-auto">
          {word}
        </Badge>
      </div>
      <div className="quiet small figures">
        {format.name}
        {hasPictures(format) && `, ${width} × ${height}`}
        {hasRate(format) && `, ${frameRate} a second`}
        <span className="d-block">{when(film.createdAt)}</span>
      </div>
      {underWay && (
        <>
          <Preview film={film} />
          <div className="d-flex align-items-center gap-2 mt-1">
            <ProgressBar
              className="flex-fill"
              now={100 * film.progress}
              variant={film.paused ? 'secondary' : 'primary'}
              aria-label="Rendering"
            />
            <span className="small figures">{Math.floor(100 * film.progress)} %</span>
            {!isNext && (
              <IconButton
                icon={ChevronsUp}
                label="Do this one first"
                onClick={() => onWish('first')}
              />
            )}
            {film.paused ? (
              <IconButton
                icon={Play}
                label="Go on with this film"
                onClick={() => onWish('resume')}
              />
            ) : (
              <IconButton icon={Pause} label="Pause this film" onClick={() => onWish('pause')} />
            )}
            <IconButton icon={X} label="Cancel this film" onClick={() => onWish('cancel')} />
          </div>
          {film.secondsLeft !== null && (
            <p className="quiet small figures mb-0">{timeLeft(film.secondsLeft)}</p>
          )}
        </>
      )}
      {film.problem && <p className="small text-danger-emphasis mb-1">{film.problem}</p>}
      {film.notes.map((note) => (
        <p key={note} className="small text-warning-emphasis mb-1">
          {note}
        </p>
      ))}
      {film.status === 'done' && (
        <div className={background === null ? 'see-through mt-2' : 'mt-2'}>
          <FilmPreview film={film} />
        </div>
      )}
      {!underWay && (
        <div className="d-flex flex-wrap gap-1 mt-1">
          {film.files.map(({ name, size }, position) => (
            <a
              key={name}
              className="btn btn-sm btn-outline-secondary"
              href={filmUrl(film.id, position, true)}
              title={`${name}, ${bytesInWords(size)}`}
              download
            >
              <Download size={16} aria-hidden />{' '}
              {position === 0 ? 'Download' : name.split('.').at(-1)!.toUpperCase()}
            </a>
          ))}
          <span className="ms-auto">
            <IconButton icon={Trash2} label="Remove from the list" onClick={onDelete} />
          </span>
        </div>
      )}
    </article>
  );
}

/** What was made, as far as a browser shows it. */
function FilmPreview({ film }: { film: Film }) {
  const [file] = film.files;
  const url = filmUrl(film.id);
  if (file && /^image\//.test(file.type)) return <img src={url} alt={film.name} loading="lazy" />;
  if (file && /^audio\//.test(file.type)) {
    return <audio src={url} controls preload="metadata" />;
  }
  // Browsers don't play ProRes.
  if (file && /^video\/(mp4|webm)$/.test(file.type)) {
    return <video src={url} controls preload="metadata" />;
  }
  return null;
}

/** A size as people say it. */
function bytesInWords(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(2)} GB`;
}

/** What is being rendered just now, as soon as it is known. */
function Preview({ film }: { film: Film }) {
  const [shown, setShown] = useState(false);
  if (film.status !== 'rendering') return null;
  return (
    <img
      src={previewUrl(film)}
      alt="What is rendered just now"
      className="mt-2"
      hidden={!shown}
      onLoad={() => setShown(true)}
      onError={() => setShown(false)}
    />
  );
}

/** How long something still takes, as people say it. */
function timeLeft(seconds: number): string {
  if (seconds < 10) return 'Done in a moment';
  if (seconds < 90) return `About ${10 * Math.round(seconds / 10)} seconds left`;
  const minutes = Math.round(seconds / 60);
  return minutes < 90
    ? `About ${minutes} minutes left`
    : `About ${Math.round(minutes / 60)} hours left`;
}
