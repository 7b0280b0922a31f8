import { Sparkles } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { partById, partsOf, withMouthDrawings } from '@cruvo/core/character';
import { VISEME_NAMES, type Viseme } from '@cruvo/core/speech';
import { browserPainter } from '@cruvo/painter/browser';
import { mouthLooks } from '@cruvo/painter/paint';
import { useOpenCharacter } from '../CharacterContext';
import { PartPicture } from '../pictures/PartPicture';
import { likelySounds, withSoundToggled, type GivenSounds } from './givenSounds';

const PICTURE = { width: 360, height: 260 };

interface MouthDrawingsDialogProps {
  /** Ids of the parts that are drawings of the mouth. */
  readonly drawings: readonly string[];
  readonly onClose: () => void;
}

/** Gives each drawing of a mouth its sounds: large pictures, the likely sounds given already, the others by clicking. */
export function MouthDrawingsDialog({ drawings, onClose }: MouthDrawingsDialogProps) {
  const { store, images } = useOpenCharacter();
  const [character] = useState(() => store.getState().character);
  const looks = useMemo(
    () => mouthLooks(browserPainter, images, character, drawings),
    [images, character, drawings],
  );
  const [sounds, setSounds] = useState(() => likelySounds(character, looks, drawings));
  const [current, setCurrent] = useState(drawings[0]!);
  const toggle = (viseme: Viseme) => {
    const after = withSoundToggled(sounds, current, viseme);
    setSounds(after);
    const next = drawings.find((id) => after.get(id)!.visemes.length === 0);
    if (next !== undefined && after.get(current)!.visemes.length > 0) setCurrent(next);
  };
  const given = [...sounds.values()].filter(({ visemes }) => visemes.length > 0).length;
  const use = () => {
    const drawn = new Map([...sounds].map(([id, { visemes }]) => [id, visemes]));
    store.getState().change((before) => withMouthDrawings(before, drawn));
    store.getState().choose([]);
    onClose();
  };
  return (
    <Modal show onHide={onClose} size="xl" scrollable aria-labelledby="mouth-drawings">
      <Modal.Header closeButton>
        <Modal.Title id="mouth-drawings" as="h2" className="h5">
          Which mouth is for which sound?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="mouth-drawings" role="group" aria-label="Drawings of the mouth">
          {drawings.map((id) => (
            <button
              key={id}
              type="button"
              className={id === current ? 'chosen' : ''}
              aria-pressed={id === current}
              onClick={() => setCurrent(id)}
            >
              <PartPicture part={id} {...PICTURE} className="part-picture" />
              <span className="name">{partById(partsOf(character), id)?.name}</span>
              <SoundsOfDrawing given={sounds.get(id)!} />
            </button>
          ))}
        </div>
      </Modal.Body>
      <Modal.Footer className="justify-content-start">
        <div className="sound-buttons" role="group" aria-label="Sounds of the chosen drawing">
          {VISEME_NAMES.map((name, viseme) => (
            <Button
              key={name}
              size="sm"
              variant="outline-secondary"
              active={sounds.get(current)!.visemes.includes(viseme as Viseme)}
              aria-pressed={sounds.get(current)!.visemes.includes(viseme as Viseme)}
              onClick={() => toggle(viseme as Viseme)}
            >
              {name}
            </Button>
          ))}
        </div>
        <span className="quiet small me-auto">
          Click a drawing, then its sounds. Sounds that no drawing has show the most similar one.
        </span>
        <Button variant="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button
          disabled={given < 2}
          title={given < 2 ? 'A mouth needs sounds for two drawings at least' : undefined}
          onClick={use}
        >
          Use as the mouth
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

function SoundsOfDrawing({ given: { visemes, by } }: { given: GivenSounds }) {
  if (visemes.length === 0) return <span className="quiet small">no sound yet</span>;
  const names = visemes.map((viseme) => VISEME_NAMES[viseme]).join(', ');
  return (
    <span className={`taken-for ${by === 'look' ? 'likely' : 'sure'}`}>
      {by === 'look' && <Sparkles size={12} role="img" aria-label="by the look of it" />} {names}
    </span>
  );
}
