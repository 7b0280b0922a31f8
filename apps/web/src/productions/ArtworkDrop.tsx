import { Layers } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { nameOfFile } from '@cruvo/core/scene';
import { IntakeProgress } from '../intake/IntakeProgress';
import { ALL_AS_IT_WAS, tellOf } from '../artwork/cameIn';
import { useArtworkIntake } from '../artwork/useArtworkIntake';
import { makeCharacter } from './makeCharacter';
import { STARTERS } from './starters';

/** Layered artwork becomes a character as soon as it is dropped: in a production, or in one of its own. */
export function ArtworkDrop({ production }: { production: string | null }) {
  const navigate = useNavigate();
  const intake = useArtworkIntake(async (sent, first) => {
    const id = await makeCharacter(nameOfFile(first.name), sent, production);
    await navigate(`/characters/${id}`, { state: (await tellOf(sent)) ?? ALL_AS_IT_WAS });
  });
  const { progress, take } = intake;
  const takeStarter = async (name: string, url: string) => {
    const response = await fetch(url).catch(() => null);
    if (!response?.ok) return intake.fail(`${name} can’t be fetched just now. Try again.`);
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
        {progress === null && (
          <div className="d-flex flex-wrap gap-2">
            <Button onClick={open}>Choose files</Button>
            <span className="d-inline-flex align-items-center gap-2 flex-wrap">
              A template to draw on:
              <a href="/templates/face.svg" download>
                SVG
              </a>
              <a href="/templates/face.ora" download>
                OpenRaster
              </a>
              <a href="/naming" target="_blank" rel="noreferrer">
                Naming layers
              </a>
            </span>
          </div>
        )}
        <IntakeProgress name="the artwork" intake={intake} />
      </div>
      {progress === null && (
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
