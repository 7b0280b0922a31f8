import { Eye, EyeOff, ImagePlus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useDropzone } from 'react-dropzone';
import { asOnePicture, drawnAsOne } from '@cruvo/core/character';
import { withRecord } from '@cruvo/core/records';
import {
  backdropLayers,
  backdropOf,
  nameOfFile,
  type Backdrop,
  type BackdropFit,
  type Scene,
} from '@cruvo/core/scene';
import { IntakeProgress } from '../../intake/IntakeProgress';
import { ArtworkAlert } from '../../artwork/ArtworkAlert';
import { tellOf, type CameIn } from '../../artwork/cameIn';
import { useArtworkIntake } from '../../artwork/useArtworkIntake';
import { IconButton } from '../../shell/IconButton';
import { Segments } from '../../shell/Segments';
import { useOpenScene, useScene } from '../SceneContext';
import { TypedFigure } from './TypedFigure';

const FITS: readonly (readonly [BackdropFit, name: string, hint: string])[] = [
  ['fill', 'Fill', 'All of the stage is covered; what is too much is cut off'],
  ['fit', 'Fit', 'All of the backdrop is seen'],
  ['placed', 'Place', 'Where and how large you want'],
];

/** What is told of a backdrop, and its pictures, by which it is known again. */
interface Told {
  readonly came: CameIn;
  readonly of: string;
}

const picturesOf = ({ drawings }: Backdrop) =>
  Object.values(drawings)
    .map(({ media }) => media)
    .sort()
    .join();

/** The backdrop: a picture or a layered drawing, how it is fitted, and which of its layers stand in front. */
export function BackdropFields() {
  const { store } = useOpenScene();
  const backdrop = useScene((state) => state.scene.backdrop);
  const [told, tell] = useState<Told | null>(null);
  const intake = useArtworkIntake(async (sent, first) => {
    if (sent.kind === 'character') {
      throw new Error('This is a character, not a backdrop. Add it below, beside the timeline.');
    }
    const body = backdropOf(nameOfFile(first.name), sent.artwork, store.getState().scene.stage);
    store.getState().edit((scene) => ({ ...scene, backdrop: body }));
    const came = await tellOf(sent);
    tell(came && { came, of: picturesOf(body) });
  });
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void intake.take(files),
    noClick: true,
    noKeyboard: true,
  });
  const redraw = (step: (backdrop: Backdrop, stage: Scene['stage']) => Backdrop) =>
    store.getState().edit((scene) => ({
      ...scene,
      backdrop: scene.backdrop && step(scene.backdrop, scene.stage),
    }));
  const change = (fields: Partial<Backdrop>) => redraw((before) => ({ ...before, ...fields }));
  const remove = () => store.getState().edit((scene) => ({ ...scene, backdrop: null }));

  return (
    <div {...getRootProps({ className: `backdrop-drop ${isDragActive ? 'over' : ''}` })}>
      <input {...getInputProps({ 'aria-label': 'Backdrop, files' })} />
      {told && backdrop && told.of === picturesOf(backdrop) && (
        <ArtworkAlert
          told={told.came}
          onClose={() => tell(null)}
          onWhole={(flat) =>
            redraw(({ name }, stage) => backdropOf(name, asOnePicture(flat), stage))
          }
          onLayer={(part, picture) => redraw((before) => drawnAsOne(before, part, picture))}
        />
      )}
      {backdrop ? (
        <>
          <div className="d-flex align-items-center gap-1 mb-2">
            <span className="flex-fill text-truncate" title={backdrop.name}>
              {backdrop.name}
            </span>
            <IconButton icon={ImagePlus} label="Another backdrop" onClick={open} />
            <IconButton icon={Trash2} label="Take the backdrop away" onClick={remove} />
          </div>
          <Segments
            label="How the backdrop is fitted"
            name="backdrop-fit"
            options={FITS}
            value={backdrop.fit}
            onChange={(fit) => change({ fit })}
          />
          {backdrop.fit === 'placed' && <PlaceFields backdrop={backdrop} onChange={change} />}
          <LayerList backdrop={backdrop} onChange={change} />
        </>
      ) : (
        intake.progress === null && (
          <>
            <p className="quiet small mb-2">
              Drop a picture or a layered drawing here: SVG, OpenRaster, PSD, PNG, JPEG or WebP. Its
              layers may also stand in front of the characters.
            </p>
            <Button size="sm" variant="outline-secondary" onClick={open}>
              <ImagePlus size={16} aria-hidden /> Choose a backdrop
            </Button>
          </>
        )
      )}
      <IntakeProgress name="the artwork" intake={intake} />
    </div>
  );
}

interface FieldsProps {
  readonly backdrop: Backdrop;
  readonly onChange: (fields: Partial<Backdrop>) => void;
}

const FAR = 100_000;

function PlaceFields({ backdrop: { x, y, scale }, onChange }: FieldsProps) {
  return (
    <div className="d-flex gap-2 mb-2">
      <TypedFigure
        label="Middle, across"
        value={x}
        {...{ min: -FAR, max: FAR, digits: 1 }}
        onChange={(to) => onChange({ x: to })}
      />
      <TypedFigure
        label="down"
        value={y}
        {...{ min: -FAR, max: FAR, digits: 1 }}
        onChange={(to) => onChange({ y: to })}
      />
      <TypedFigure
        label="Size, %"
        value={100 * scale}
        {...{ min: 0.1, max: 100_000, digits: 1 }}
        onChange={(percent) => onChange({ scale: percent / 100 })}
      />
    </div>
  );
}

/** The layers, the nearest first. */
function LayerList({ backdrop, onChange }: FieldsProps) {
  const { front, parts } = backdrop;
  const layers = [...backdropLayers(backdrop)].reverse();
  const setFront = (id: string, inFront: boolean) =>
    onChange({ front: inFront ? [...front, id] : front.filter((other) => other !== id) });
  const setHidden = (id: string, hidden: boolean) =>
    onChange({ parts: withRecord(parts, id, (part) => ({ ...part, hidden })) });
  return (
    <ul className="layer-list" aria-label="Layers of the backdrop">
      {layers.map(({ id, name, hidden, clipped }) => (
        <li key={id}>
          <IconButton
            icon={hidden ? EyeOff : Eye}
            label={hidden ? `Show ${name}` : `Hide ${name}`}
            onClick={() => setHidden(id, !hidden)}
          />
          <span className={`flex-fill text-truncate ${hidden ? 'quiet' : ''}`}>{name}</span>
          {!clipped && (
            <Form.Check
              id={`front-${id}`}
              label="in front"
              title={`${name} stands in front of the characters`}
              checked={front.includes(id)}
              onChange={({ target }) => setFront(id, target.checked)}
            />
          )}
        </li>
      ))}
    </ul>
  );
}
