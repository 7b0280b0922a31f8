import { AudioLines, X } from 'lucide-react';
import { Alert, Button, ButtonGroup, Form, ProgressBar } from 'react-bootstrap';
import { measureLevels, voicelessReason } from '@cruvo/core/audio';
import type { FitSettings } from '@cruvo/core/mouth';
import type { Line } from '@cruvo/core/scene';
import { chosenMouth } from '../mouths/mouthEdits';
import { useOpenScene, useScene } from '../SceneContext';
import type { useFitting } from './useFitting';

interface SettingSlider {
  readonly key: 'gate' | 'attack' | 'release' | 'strength';
  readonly label: string;
  readonly hint: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly show: (value: number) => string;
}

const percent = (value: number) => `${Math.round(100 * value)} %`;
const milliseconds = (value: number) => `${Math.round(1000 * value)} ms`;

const SLIDERS: readonly SettingSlider[] = [
  {
    key: 'strength',
    label: 'How wide',
    hint: 'How far the mouth opens',
    min: 0.3,
    max: 2,
    step: 0.05,
    show: percent,
  },
  {
    key: 'gate',
    label: 'Opens above',
    hint: 'How loud a sound must be, from the room’s noise (0 %) to the loudest speech (100 %)',
    min: 0,
    max: 0.9,
    step: 0.01,
    show: percent,
  },
  {
    key: 'attack',
    label: 'Opens within',
    hint: 'How quickly the mouth opens',
    min: 0,
    max: 0.15,
    step: 0.005,
    show: milliseconds,
  },
  {
    key: 'release',
    label: 'Closes within',
    hint: 'How quickly the mouth closes',
    min: 0,
    max: 0.3,
    step: 0.005,
    show: milliseconds,
  },
];

/** The line that is worked on: its script, and how its voice moves the mouth. */
export function VoicePanel({ fitting }: { fitting: ReturnType<typeof useFitting> }) {
  const { prepared, store } = useOpenScene();
  const lines = useScene((state) => state.scene.lines);
  const chosen = chosenMouth(
    prepared,
    useScene((state) => state.chosen),
  );
  const line = lines.find(({ id }) => id === chosen?.line.id) ?? lines[0];
  if (!line) return <p className="quiet">This scene has no voice yet.</p>;
  const { changeLine, setFit } = store.getState();
  return (
    <>
      <h2 className="h6 mb-1 text-truncate" title={line.voice.name}>
        {line.voice.name}
      </h2>
      <p className="quiet small figures">
        {lengthInWords(line.voice.duration)},{' '}
        {line.voice.channels === 1 ? 'one channel' : 'two channels'}
      </p>
      <FitButton line={line} fitting={fitting} />
      <SilenceNotice line={line} />
      {SLIDERS.map(({ key, label, hint, show, ...range }) => (
        <Form.Group key={key} className="setting" controlId={`fit-${key}`} title={hint}>
          <Form.Label>
            {label} <span className="quiet figures">{show(line.fit[key])}</span>
          </Form.Label>
          <Form.Range
            {...range}
            value={line.fit[key]}
            onChange={({ target }) => setFit(line.id, { [key]: Number(target.value) })}
          />
        </Form.Group>
      ))}
      <Hold fit={line.fit} onChange={(hold) => setFit(line.id, { hold })} />
      <Form.Group className="mt-3" controlId="script">
        <Form.Label className="small mb-1">Script</Form.Label>
        <Form.Control
          as="textarea"
          className="script"
          value={line.script}
          placeholder="What is said in this line"
          onChange={({ target }) => changeLine(line.id, { script: target.value })}
        />
      </Form.Group>
    </>
  );
}

function FitButton({ line, fitting }: { line: Line; fitting: ReturnType<typeof useFitting> }) {
  const { state, fit, cancel } = fitting;
  if (state.kind === 'hearing') {
    return (
      <div className="d-flex align-items-center gap-2 mb-3" role="status">
        <ProgressBar className="flex-fill" now={100 * state.share} aria-label="Hearing the voice" />
        <Button variant="quiet" size="sm" onClick={cancel}>
          <X size={16} aria-hidden /> Cancel
        </Button>
      </div>
    );
  }
  return (
    <>
      <Button className="w-100 mb-3" onClick={() => void fit(line)}>
        <AudioLines size={18} aria-hidden /> Fit mouths
      </Button>
      {state.kind === 'failed' && (
        <Alert variant="danger" className="py-2">
          {state.sentence}
        </Alert>
      )}
    </>
  );
}

/** Why the mouth stays shut, when it does. */
function SilenceNotice({ line }: { line: Line }) {
  const { tracks } = useOpenScene();
  const track = line.track === null ? undefined : tracks.get(line.track);
  const reason = track ? voicelessReason(measureLevels(track.loudness.values)) : null;
  return reason === null ? null : (
    <Alert variant="warning" className="py-2">
      {reason}
    </Alert>
  );
}

function Hold({ fit, onChange }: { fit: FitSettings; onChange: (hold: 1 | 2) => void }) {
  return (
    <div className="d-flex align-items-center justify-content-between small">
      <span id="hold-label">Drawings are held on</span>
      <ButtonGroup size="sm" aria-labelledby="hold-label">
        {([1, 2] as const).map((hold) => (
          <Button
            key={hold}
            variant={fit.hold === hold ? 'secondary' : 'outline-secondary'}
            aria-pressed={fit.hold === hold}
            title={`Each drawing stays for at least ${hold === 1 ? 'one frame' : 'two frames'}`}
            onClick={() => onChange(hold)}
          >
            {hold === 1 ? 'ones' : 'twos'}
          </Button>
        ))}
      </ButtonGroup>
    </div>
  );
}

function lengthInWords(seconds: number): string {
  if (seconds < 60) return `${seconds.toFixed(2)} s`;
  return `${Math.floor(seconds / 60)} min ${(seconds % 60).toFixed(1)} s`;
}
