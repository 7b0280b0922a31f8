import { Ear, Mic, MicOff, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Alert, Button, Form, Spinner } from 'react-bootstrap';
import { useStore } from 'zustand';
import { moodsOf, chartOf } from '@cruvo/core/mouth';
import type { MemberProgram } from '@cruvo/core/program';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { firstInput, InputSelect, inputOf, isSimulated } from '../../microphone/InputSelect';
import { Switch } from '../../shell/fields';
import { isWriting } from '../../shell/onControl';
import type { LiveReadout } from '../liveVoice';
import { useDesk } from './DeskContext';
import type { LiveMember } from './liveDesk';

const QUIETEST = -60;
const READOUT_EVERY_MS = 100;
const NO_READOUT: LiveReadout = { delay: null, work: null, frame: null, open: false };

/** Where the voice of one of the cast comes from, when it is heard, and how the mouth and the body follow. */
export function VoiceCard({
  own,
  member,
  chosen,
}: {
  own: MemberProgram;
  member: LiveMember;
  /** Whether keys are meant for it. */
  chosen: boolean;
}) {
  const { recordings } = useDesk();
  const { voice } = member;
  const state = useStore(voice.state);
  const { lively } = useStore(member.state);
  const readout = useReadout(member, state.status === 'on');
  const [source, setSource] = useState(() => firstInput(recordings));
  const [aloud, setAloud] = useState(true);
  const busy = state.status === 'on' || state.status === 'starting';
  useVoiceKeys(member, chosen);
  const name = own.member.id;
  const mouth = own.character.mouth;
  const moods = mouth ? moodsOf(chartOf(mouth)) : [];
  return (
    <>
      <Form.Group className="mb-2" controlId={`source-${name}`}>
        <Form.Label className="small mb-1">Voice from</Form.Label>
        <InputSelect
          value={source}
          recordings={recordings}
          allowed={state.status === 'on'}
          disabled={busy}
          onChange={setSource}
        />
      </Form.Group>
      {isSimulated(source) && (
        <Switch
          id={`aloud-${name}`}
          className="mb-2 small"
          label="Play the sound"
          checked={aloud}
          disabled={busy}
          onChange={setAloud}
        />
      )}
      <div className="d-flex gap-2">
        {busy ? (
          <Button variant="danger" className="flex-fill" onClick={() => voice.stop()}>
            {state.status === 'starting' ? (
              <Spinner size="sm" aria-label="Starting" />
            ) : (
              <Square size={16} aria-hidden />
            )}{' '}
            Stop
          </Button>
        ) : (
          <Button
            className="flex-fill"
            onClick={() => void voice.start(inputOf(source, recordings, aloud))}
          >
            <Mic size={17} aria-hidden /> Speak
          </Button>
        )}
        <Button
          variant={state.muted ? 'warning' : 'outline-secondary'}
          aria-pressed={state.muted}
          title="Nothing is heard of this voice (M)"
          onClick={() => voice.set({ muted: !state.muted })}
        >
          <MicOff size={17} aria-hidden /> Mute
        </Button>
      </div>
      {state.problem !== null && (
        <Alert variant="danger" className="mt-3 py-2 mb-0">
          {state.problem}
        </Alert>
      )}
      <LevelWithGate
        readout={readout}
        gate={state.gate}
        onGate={(gate) => voice.set({ gate })}
        name={name}
      />
      <Button
        size="sm"
        variant="outline-secondary"
        className="w-100 mb-2"
        disabled={state.status !== 'on' || state.listening}
        title="Be quiet for two seconds: what is heard then is taken for the room, and left out"
        onClick={() => void voice.listenToRoom()}
      >
        <Ear size={16} aria-hidden />{' '}
        {state.listening ? 'Listening to the room …' : 'Set the gate above the room'}
      </Button>
      <Switch
        id={`push-${name}`}
        label="Push to talk: heard while Space is held"
        checked={state.pushToTalk}
        onChange={(on) => voice.set({ pushToTalk: on, pushed: false })}
      />
      <Switch
        id={`quick-${name}`}
        label="The mouth lets go at once"
        checked={state.quick}
        onChange={(quick) => voice.set({ quick })}
      />
      <Switch
        id={`lively-${name}`}
        label="Bring to life: nods, brows, glances, breath"
        checked={lively}
        onChange={(on) => member.setLively(on)}
      />
      {moods.length > 0 && (
        <Form.Group className="mt-2" controlId={`mood-${name}`}>
          <Form.Label className="small mb-1">Mood</Form.Label>
          <Form.Select
            size="sm"
            value={state.mood ?? ''}
            onChange={({ target }) => voice.set({ mood: target.value || null })}
          >
            <option value="">{'as at first'}</option>
            {moods.map((mood) => (
              <option key={mood}>{mood}</option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      <Told readout={readout} on={state.status === 'on'} />
    </>
  );
}

function useReadout({ voice }: LiveMember, on: boolean): LiveReadout {
  const [readout, setReadout] = useState(NO_READOUT);
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(() => setReadout(voice.readout), READOUT_EVERY_MS);
    return () => {
      clearInterval(timer);
      setReadout(NO_READOUT);
    };
  }, [voice, on]);
  return readout;
}

/** M mutes; while push to talk is on, Space lets the voice be heard. */
function useVoiceKeys({ voice }: LiveMember, chosen: boolean): void {
  useEffect(() => {
    if (!chosen) return;
    const onKey = (event: KeyboardEvent) => {
      const { muted, pushToTalk } = voice.state.getState();
      if (event.ctrlKey || event.metaKey || event.altKey || isWriting(event)) return;
      if (event.key.toLowerCase() === 'm' && event.type === 'keydown' && !event.repeat) {
        voice.set({ muted: !muted });
      } else if (event.key === ' ' && pushToTalk) {
        event.preventDefault();
        if (!event.repeat) voice.set({ pushed: event.type === 'keydown' });
      }
    };
    const release = () => voice.set({ pushed: false });
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKey);
    window.addEventListener('blur', release);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKey);
      window.removeEventListener('blur', release);
    };
  }, [voice, chosen]);
}

/** How loud it is, and from where on it is heard. */
function LevelWithGate({
  readout: { frame, open },
  gate,
  onGate,
  name,
}: {
  readout: LiveReadout;
  gate: number | null;
  onGate: (gate: number | null) => void;
  name: string;
}) {
  const level = frame ? Math.max(QUIETEST, frame.level) : QUIETEST;
  return (
    <div className="live-readout">
      <div
        className={open ? 'level' : 'level shut'}
        role="meter"
        aria-label="Level"
        aria-valuemin={QUIETEST}
        aria-valuemax={0}
        aria-valuenow={Math.round(level)}
      >
        <span style={{ transform: `scaleX(${1 - level / QUIETEST})` }} />
      </div>
      <Form.Group className="mb-1" controlId={`gate-${name}`}>
        <Form.Label className="small mb-0 d-flex">
          <span>Gate</span>
          <span className="ms-auto figures quiet">
            {gate === null ? 'open' : `from ${String(gate).replace('-', '−')} dB`}
          </span>
        </Form.Label>
        <Form.Range
          min={QUIETEST}
          max={-10}
          value={gate ?? QUIETEST}
          onChange={({ target }) => {
            const value = Number(target.value);
            onGate(value <= QUIETEST ? null : value);
          }}
        />
      </Form.Group>
    </div>
  );
}

function Told({
  readout: { delay, work, frame, open },
  on,
}: {
  readout: LiveReadout;
  on: boolean;
}) {
  const viseme = frame?.viseme ?? 0;
  return (
    <div className="live-readout" aria-live="off">
      <p className="sound">{on && frame && open && viseme > 0 ? VISEME_NAMES[viseme] : '·'}</p>
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
