import { Layers } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, ProgressBar } from 'react-bootstrap';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { sendArtwork } from '../api/artwork';
import { makeCharacter } from './makeCharacter';
import { nameWithoutEnding } from './makeProduction';
import { STARTERS } from './starters';

/** Layered artwork becomes a character as soon as it is dropped. */
export function ArtworkDrop() {
  const navigate = useNavigate();
  /** Null while nothing comes in; the share of layers read, -1 before the first. */
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const take = async (files: readonly File[]) => {
    const [first] = files;
    if (!first) return;
    control.current?.abort();
    const own = new AbortController();
    control.current = own;
    setFailure(null);
    setShare(-1);
    try {
      const artwork = await sendArtwork(files, (now) => setShare(now ?? -1), own.signal);
      const id = await makeCharacter(nameWithoutEnding(first.name), artwork);
      await navigate(`/characters/${id}`, { state: { notes: artwork.notes } });
    } catch (error) {
      const left = own.signal.aborted || (error instanceof Problem && error.code === 'cancelled');
      if (!left) setFailure(sentenceOf(error));
    } finally {
      if (control.current === own) setShare(null);
    }
  };
  const takeStarter = async (name: string, url: string) => {
    const response = await fetch(url).catch(() => null);
    if (!response?.ok) return setFailure(`${name} can’t be fetched just now. Try again.`);
    await take([new File([await response.blob()], `${name}.svg`)]);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void take(files),
    noClick: true,
    noKeyboard: true,
  });

  return (
    <section
      {...getRootProps({
        className: `slot artwork-drop ${isDragActive ? 'over' : ''}`,
        role: 'group',
      })}
      aria-label="Layered artwork"
    >
      <input {...getInputProps({ 'aria-label': 'Layered artwork, files' })} />
      <div className="invitation">
        <h2 className="h5 mb-1">
          <Layers size={22} strokeWidth={1.6} aria-hidden /> Drop a character drawn in layers
        </h2>
        <p className="quiet small mb-2">
          SVG, OpenRaster or PSD, or several PNG, JPEG, WebP pictures, also zipped. Layers named in
          ordinary words (mouth, ah, eye closed left …) find their places by themselves.
        </p>
        {share === null ? (
          <div className="d-flex gap-2">
            <Button onClick={open}>Choose files</Button>
            <a className="btn btn-outline-secondary" href="/templates/face.svg" download>
              Get a template to draw on
            </a>
          </div>
        ) : (
          <div className="w-100" role="status" style={{ maxWidth: '28rem' }}>
            <span className="small">
              {share < 0 ? 'Sending the file …' : 'Taking the layers apart …'}
            </span>
            <ProgressBar
              className="my-1"
              now={share < 0 ? 100 : 100 * share}
              animated={share < 0}
              aria-label="Taking the artwork in"
            />
            <Button size="sm" variant="quiet" onClick={() => control.current?.abort()}>
              Cancel
            </Button>
          </div>
        )}
        {failure && (
          <p className="text-danger-emphasis mt-2 mb-0" role="alert">
            {failure}
          </p>
        )}
      </div>
      {share === null && (
        <div className="starters" role="group" aria-label="Or start with one of these">
          {STARTERS.map(({ name, url, what }) => (
            <button
              key={name}
              type="button"
              title={what}
              onClick={() => void takeStarter(name, url)}
            >
              <img src={url} alt="" />
              {name}
            </button>
          ))}
        </div>
      )}
    </section>
  );
}
