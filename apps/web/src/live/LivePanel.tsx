import { Mic, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Alert, Button, Form, Spinner } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import type { MemberProgram } from '@cruvo/core/program';
import type { VoicedLine } from '@cruvo/core/scene';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { mediaUrl } from '../api/media';
import type { LiveReadout, LiveVoice } from './useLiveVoice';

const MICROPHONE = 'microphone:';
const RECORDING = 'recording:';

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
  const microphones = useMicrophones(state.kind === 'on');
  const [source, setSource] = useState(recordings[0] ? RECORDING + recordings[0].id : MICROPHONE);
  const [aloud, setAloud] = useState(true);
  const begin = () => {
    const line = recordings.find(({ id }) => RECORDING + id === source);
    void start(
      line
        ? { kind: 'recording', url: mediaUrl(line.voice.working), aloud }
        : { kind: 'microphone', device: source.slice(MICROPHONE.length) || null },
    );
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
        <Form.Select
          value={source}
          disabled={busy}
          onChange={({ target }) => setSource(target.value)}
        >
          <optgroup label="Microphone">
            {microphones.map(({ id, name }) => (
              <option key={id} value={MICROPHONE + id}>
                {name}
              </option>
            ))}
          </optgroup>
          {recordings.length > 0 && (
            <optgroup label="Simulated microphone, plays">
              {recordings.map(({ id, name }) => (
                <option key={id} value={RECORDING + id}>
                  {name}
                </option>
              ))}
            </optgroup>
          )}
        </Form.Select>
      </Form.Group>
      {source.startsWith(RECORDING) && (
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

interface Microphone {
  readonly id: string;
  readonly name: string;
}

const DEFAULT_MICROPHONE: Microphone = { id: '', name: 'The usual microphone' };

/** The microphones there are; browsers tell their names only once one was allowed. */
function useMicrophones(allowed: boolean): readonly Microphone[] {
  const [found, setFound] = useState<readonly Microphone[]>([DEFAULT_MICROPHONE]);
  useEffect(() => {
    const list = () =>
      void navigator.mediaDevices
        ?.enumerateDevices()
        .then((devices) => {
          const named = devices
            .filter(({ kind, deviceId, label }) => kind === 'audioinput' && deviceId && label)
            .map(({ deviceId, label }) => ({ id: deviceId, name: label }));
          setFound([DEFAULT_MICROPHONE, ...named]);
        })
        .catch((error: unknown) => console.warn(sentenceOf(error)));
    list();
    navigator.mediaDevices?.addEventListener('devicechange', list);
    return () => navigator.mediaDevices?.removeEventListener('devicechange', list);
  }, [allowed]);
  return found;
}
