import { ArrowLeftRight, AudioLines, Meh, Smile } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Alert, Button, Form, ProgressBar } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { Picture } from '@cruvo/core/character';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { emptyProduction, nameOfFile, productionSchema } from '@cruvo/core/scene';
import { mediaUrl, uploadPicture, uploadVoice } from '../api/media';
import { TopBar } from '../shell/TopBar';
import { ArtworkDrop } from './ArtworkDrop';
import { assignFiles, type SlotName } from './assignFiles';
import { FileSlot } from './FileSlot';
import { makeProduction } from './makeProduction';
import { useSlot } from './useSlot';
import { toSeconds } from '@cruvo/core/time';

const PICTURES = 'PNG, JPEG, WebP or SVG';

/** Two drawings and a voice become a production. */
export function NewProductionPage() {
  const navigate = useNavigate();
  const slots = {
    closed: useSlot(uploadPicture),
    open: useSlot(uploadPicture),
    voice: useSlot(uploadVoice),
  };
  const { closed, open, voice } = slots;
  const [name, setName] = useState<string | null>(null);
  const [making, setMaking] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  /** Files dropped on a slot: one goes there; several find their places by themselves. */
  const drop = (slot: SlotName) => (files: File[]) => {
    setFailure(null);
    const [only] = files;
    if (only && files.length === 1) return void slots[slot].take(only);
    const filled = new Set(
      (Object.keys(slots) as SlotName[]).filter((key) => slots[key].state.kind === 'filled'),
    );
    const assigned = assignFiles(files, filled);
    for (const [key, file] of Object.entries(assigned.slots))
      void slots[key as SlotName].take(file);
    if (assigned.leftOver.length > 0) {
      setFailure(
        `Not used: ${assigned.leftOver.map((file) => file.name).join(', ')}. Two pictures and one voice are enough.`,
      );
    }
  };
  const swap = () => {
    closed.setState(open.state);
    open.setState(closed.state);
  };

  const ready =
    closed.state.kind === 'filled' && open.state.kind === 'filled' && voice.state.kind === 'filled';
  const shownName = name ?? (voice.state.kind === 'filled' ? nameOfFile(voice.state.name) : '');

  const make = async () => {
    if (
      closed.state.kind !== 'filled' ||
      open.state.kind !== 'filled' ||
      voice.state.kind !== 'filled'
    )
      return;
    setFailure(null);
    setMaking(0);
    control.current = new AbortController();
    try {
      productionSchema.validateSync(emptyProduction(shownName));
      const parts = {
        closed: closed.state.result,
        open: open.state.result,
        voice: voice.state.result,
      };
      const scene = await makeProduction(
        shownName.trim(),
        parts,
        setMaking,
        control.current.signal,
      );
      await navigate(`/scenes/${scene}`);
    } catch (error) {
      if (!(error instanceof Problem && error.code === 'cancelled')) setFailure(sentenceOf(error));
    } finally {
      setMaking(null);
    }
  };

  return (
    <div className="page">
      <TopBar title={<h1 className="h6 mb-0">New production</h1>} />
      <main className="page-body">
        <div className="page-column">
          <ArtworkDrop production={null} />
          <p className="h5 fw-normal mb-3">
            Or drop two drawings and a voice. They talk right away.
          </p>
          <div className="slots mb-2">
            <FileSlot
              slot={closed}
              icon={Meh}
              title="Mouth closed"
              hint={PICTURES}
              onDrop={drop('closed')}
              preview={PictureOf}
            />
            <FileSlot
              slot={open}
              icon={Smile}
              title="Mouth open"
              hint={PICTURES}
              onDrop={drop('open')}
              preview={PictureOf}
            />
            <FileSlot
              slot={voice}
              icon={AudioLines}
              title="Voice"
              hint="WAV, MP3, FLAC, Ogg or M4A, up to 60 minutes"
              onDrop={drop('voice')}
              preview={({ working, duration }) => (
                <>
                  <audio
                    controls
                    src={mediaUrl(working)}
                    className="w-100"
                    aria-label="The voice"
                  />
                  <span className="small figures">{toSeconds(duration).toFixed(1)} s</span>
                </>
              )}
            />
          </div>
          <Button
            variant="quiet"
            size="sm"
            className="mb-4"
            disabled={closed.state.kind !== 'filled' || open.state.kind !== 'filled'}
            onClick={swap}
          >
            <ArrowLeftRight size={16} aria-hidden /> Swap closed and open
          </Button>
          {failure && <Alert variant="danger">{failure}</Alert>}
          <Form
            className="d-flex align-items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              void make();
            }}
          >
            <Form.Group
              controlId="production-name"
              className="flex-fill"
              style={{ maxWidth: '26rem' }}
            >
              <Form.Label>Name</Form.Label>
              <Form.Control
                value={shownName}
                maxLength={200}
                onChange={({ target }) => setName(target.value)}
              />
            </Form.Group>
            <Button type="submit" size="lg" disabled={!ready || making !== null}>
              Make it talk
            </Button>
          </Form>
          {making !== null && (
            <div className="mt-3 d-flex align-items-center gap-3" role="status">
              <span className="text-nowrap">Analysing the voice …</span>
              <ProgressBar
                className="flex-fill"
                now={100 * making}
                aria-label="Analysing the voice"
              />
              <Button variant="quiet" size="sm" onClick={() => control.current?.abort()}>
                Cancel
              </Button>
            </div>
          )}
        </div>
      </main>
    </div>
  );
}

function PictureOf({ media, width, height }: Picture) {
  return (
    <>
      <img src={mediaUrl(media)} alt="" />
      <span className="quiet small figures">
        {width} × {height}
      </span>
    </>
  );
}
