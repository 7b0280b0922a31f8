import { FileUp } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useDropzone } from 'react-dropzone';
import {
  type Character,
  type NewerWishes,
  type ConfirmedPairs,
  compareArtwork,
  withNewerArtwork,
  withOutlinesTraced,
  withPartAsPicture,
  asOnePicture,
} from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { withMeasuredFace } from '@cruvo/painter/paint';
import { characterFrom } from '../characterFrom';
import { browserPainter, type BrowserImages } from '@cruvo/painter/browser';
import { loadImages, tracerFor } from '../../studio/stage/browserImages';
import { IntakeProgress } from '../../intake/IntakeProgress';
import { ArtworkAlert } from '../../artwork/ArtworkAlert';
import { tellOf, type CameIn } from '../../artwork/cameIn';
import { useArtworkIntake } from '../../artwork/useArtworkIntake';
import { NewerSummary } from './NewerSummary';
import { lookOf } from './pictureLikeness';

/** The newer artwork as a character of its own, and every picture of both. */
interface Newer {
  readonly file: string;
  readonly character: Character;
  readonly images: BrowserImages;
}

const NOTHING_CONFIRMED: ConfirmedPairs = new Map();
const NO_WISHES: NewerWishes = { kept: new Set(), arrangement: false };

/** Brings a newer version of the artwork in: first what would change, then, if one likes it, the change. */
export function NewerArtworkDialog({
  files,
  onClose,
}: {
  /** Dropped already; empty to ask for them. */
  files: readonly File[];
  onClose: () => void;
}) {
  const { store, images } = useOpenCharacter();
  const mine = useCharacter(({ character }) => character);
  const [newer, setNewer] = useState<Newer | null>(null);
  const [told, tell] = useState<CameIn | null>(null);
  const [said, setSaid] = useState(NOTHING_CONFIRMED);
  const [wishes, setWishes] = useState(NO_WISHES);
  const intake = useArtworkIntake(async (sent, first) => {
    await compareWith(first.name, await characterFrom(mine.name, sent));
    tell(await tellOf(sent));
  });
  const compareWith = async (file: string, character: Character) => {
    const drawings = [...Object.values(mine.drawings), ...Object.values(character.drawings)];
    setNewer({ file, character, images: await loadImages(drawings) });
  };
  /** What is compared becomes another; what was confirmed stays where its layers do. */
  const redraw = async (file: string, character: Promise<Character> | Character) => {
    await compareWith(file, await character);
    tell(null);
  };
  const started = useRef(false);
  useEffect(() => {
    if (started.current || files.length === 0) return;
    started.current = true;
    void intake.take(files);
  }, [files, intake]);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (dropped) => void intake.take(dropped),
    noClick: true,
    noKeyboard: true,
  });

  const look = useMemo(
    () =>
      newer &&
      lookOf(
        [...Object.values(mine.drawings), ...Object.values(newer.character.drawings)],
        newer.images,
      ),
    [mine.drawings, newer],
  );
  const comparison = useMemo(
    () => newer && look && compareArtwork(mine, newer.character, said, look),
    [mine, newer, said, look],
  );

  const takeOver = () => {
    if (!newer || !comparison) return;
    store.getState().change((before) => {
      const after = withNewerArtwork(before, newer.character, comparison, wishes);
      const redrawn = comparison.continued.flatMap(({ part, change }) =>
        change === 'redrawn' ? part.id : [],
      );
      const trace = tracerFor(new Map([...images, ...newer.images]))(after);
      return withMeasuredFace(
        browserPainter,
        newer.images,
        withOutlinesTraced(after, new Set(redrawn), trace),
      );
    });
    onClose();
  };

  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="newer-artwork">
      <Modal.Header closeButton>
        <Modal.Title id="newer-artwork" as="h2" className="h5">
          {newer ? `What is new in “${newer.file}”` : 'Update from newer artwork'}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {newer && comparison ? (
          <>
            {told && (
              <ArtworkAlert
                told={told}
                onClose={() => tell(null)}
                onWhole={(flat) => {
                  const artwork = asOnePicture(flat);
                  const sent = { kind: 'artwork', artwork } as const;
                  void redraw(newer.file, characterFrom(mine.name, sent));
                }}
                onLayer={(part, picture) =>
                  void redraw(newer.file, withPartAsPicture(newer.character, part, picture))
                }
              />
            )}
            <NewerSummary
              mine={mine}
              newer={newer.character}
              images={newer.images}
              {...{ comparison, said, setSaid, wishes, setWishes }}
            />
          </>
        ) : (
          <section
            {...getRootProps({ className: `slot ${isDragActive ? 'over' : ''}`, role: 'group' })}
            aria-label="Newer artwork"
          >
            <input {...getInputProps({ 'aria-label': 'Newer artwork, files' })} />
            <FileUp size={34} strokeWidth={1.5} aria-hidden />
            <p className="quiet small mb-0">
              Drop the drawing as it is now. Mouth, eyes, pivots and all that was performed stay;
              you see what changes before it does.
            </p>
            {intake.progress === null && <Button onClick={open}>Choose files</Button>}
            <IntakeProgress name="the artwork" intake={intake} />
          </section>
        )}
      </Modal.Body>
      <Modal.Footer>
        <span className="quiet small me-auto">This can be undone.</span>
        <Button variant="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={!comparison} onClick={takeOver}>
          Apply changes
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
