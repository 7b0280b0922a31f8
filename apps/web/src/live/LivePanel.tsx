import { Mic, Square } from 'lucide-react';
import { useState } from 'react';
import { Alert, Button, Form, Spinner } from 'react-bootstrap';
import type { MemberProgram } from '@cruvo/core/program';
import type { VoicedLine } from '@cruvo/core/scene';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { firstInput, InputSelect, inputOf, isSimulated } from '../microphone/InputSelect';
import type { LiveReadout, LiveVoice } from './useLiveVoice';

/** Who speaks and where the voice comes from, and how quickly the mouth follows. */
export function LivePanel({
  voice,
  recordings,
  cast,
  speaker,
  onSpeaker,
}: {
  voice: LiveVoice;
  recordings: readonly VoicedLine[];
  cast: readonly MemberProgram[];
  speaker: string;
  onSpeaker: (speaker: string) => void;
}) {
  const { state, readout, start, stop } = voice;
  const [source, setSource] = useState(() => firstInput(recordings));
  const [aloud, setAloud] = useState(true);
  const begin = () => {
    void start(inputOf(source, recordings, aloud));
  };
  const busy = state.kind === 'on' || state.kind === 'starting';
  return (
    <aside className="side live-side" aria-label="Live voice">
      <h1 className="h5">Live</h1>
      {cast.length > 1 && (
        <Form.Group className="mb-3" controlId="speaker">
          <Form.Label className="small mb-1">Who speaks</Form.Label>
          <Form.Select value={speaker} onChange={({ target }) => onSpeaker(target.value)}>
            {cast.map(({ member, character }) => (
              <option key={member.id} value={member.id}>
                {character.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      <Form.Group className="mb-2" controlId="source">
        <Form.Label className="small mb-1">Voice from</Form.Label>
        <InputSelect
          value={source}
          recordings={recordings}
          allowed={state.kind === 'on'}
          disabled={busy}
          onChange={setSource}
        />
      </Form.Group>
      {isSimulated(source) && (
        <Form.Check
          id="aloud"
          type="switch"
          className="mb-2 small"
          label="Play the sound"
          checked={aloud}
          disabled={busy}
          onChange={({ target }) => setAloud(target.checked)}
        />
      )}
      {busy ? (
        <Button variant="danger" className="w-100" onClick={stop}>
          {state.kind === 'starting' ? (
            <Spinner size="sm" aria-label="Starting" />
          ) : (
            <Square size={16} aria-hidden />
          )}{' '}
          Stop
        </Button>
      ) : (
        <Button className="w-100" onClick={begin}>
          <Mic size={17} aria-hidden /> Speak
        </Button>
      )}
      {state.kind === 'failed' && (
        <Alert variant="danger" className="mt-3 py-2">
          {state.sentence}
        </Alert>
      )}
      <Readout readout={readout} on={state.kind === 'on'} />
    </aside>
  );
}

const QUIETEST = -60;

function Readout({ readout: { delay, work, frame }, on }: { readout: LiveReadout; on: boolean }) {
  const level = on && frame ? Math.max(0, Math.min(1, 1 - frame.level / QUIETEST)) : 0;
  const viseme = frame?.viseme ?? 0;
  return (
    <div className="live-readout" aria-live="off">
      <div
        className="level"
        role="meter"
        aria-label="Level"
        aria-valuemin={QUIETEST}
        aria-valuemax={0}
        aria-valuenow={on && frame ? Math.round(frame.level) : QUIETEST}
      >
        <span style={{ transform: `scaleX(${level})` }} />
      </div>
      <p className="sound">{on && frame && viseme > 0 ? VISEME_NAMES[viseme] : '·'}</p>
      <p className="figures mb-1" data-testid="delay">
        {delay ? (
          <>
            The mouth follows after <strong>{delay.median.toFixed(0)} ms</strong>
            <br />
            <span className="quiet small">95 % within {delay.most.toFixed(0)} ms</span>
          </>
        ) : (
          <span className="quiet">The delay is measured while somebody speaks.</span>
        )}
      </p>
      {work && (
        <p className="quiet small figures">
          Hearing takes {work.median.toFixed(1)} ms for each block of sound
        </p>
      )}
    </div>
  );
}
