import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Switch } from '../../../shell/fields';
import { useHotkeys } from 'react-hotkeys-hook';
import { useStore } from 'zustand';
import { ACTINGS, type Acting } from '@cruvo/core/face';
import { ACTING_NAMES } from '../words';
import { useMediaDevices } from '../../../shell/useMediaDevices';
import { camera } from './camera';
import { FacePad, simulatedCamera, type FaceDevice } from './faceDevice';
import { FaceChannels } from './FaceChannels';
import { FacePicture } from './FacePicture';
import type { FaceSession } from './faceSession';
import { PadFields } from './PadFields';

const STATUS = {
  off: 'Choose a camera, and the character follows.',
  starting: 'Waiting for the camera …',
  seen: 'Your face is followed.',
  lost: 'No face is seen: the character rests until it is back.',
} as const;

const TAUGHT = [
  {
    what: 'rest',
    label: 'Set rest',
    title: 'Hold still: what is seen in a moment counts as rest (Shift R)',
  },
  {
    what: 'range',
    label: 'Learn range',
    title: 'Move as far as you will for half a minute: that is then all of the way',
  },
] as const;
const HINTS = {
  off: 'no camera is chosen.',
  starting: 'the camera has not begun yet.',
  seen: 'a face moves the character.',
  lost: 'no face is seen.',
} as const;

/** The face that performs: from which camera, what counts as its rest, and how it is taken over. */
export function FaceCard({
  session,
  onOff,
  onHint,
}: {
  session: FaceSession;
  onOff: () => void;
  /** Is told why the character does not move, or what moves it. */
  onHint: (hint: string | null) => void;
}) {
  const { status, problem, values, settings, teaching, rate } = useStore(session.state);
  const pad = useRef(new FacePad());
  const [device, setDevice] = useState('');
  // Another session, of a character that was changed meanwhile, goes on with the same camera.
  useEffect(() => void session.use(deviceOf(device, pad.current)), [session, device]);
  const cameras = useMediaDevices('videoinput', 'The usual camera', status === 'seen');
  const choose = (id: string) => {
    setDevice(id);
    if (id === '') onOff();
  };
  useEffect(() => {
    onHint(HINTS[status]);
    return () => onHint(null);
  }, [onHint, status]);
  const live = status === 'seen' || status === 'lost';
  useHotkeys('shift+r', () => session.teach('rest'), { enabled: live, preventDefault: true });
  return (
    <section className="face-card" aria-label="Face">
      <Form.Select
        size="sm"
        aria-label="Camera"
        value={device}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">No camera</option>
        <option value="pad">By hand, on a pad</option>
        <optgroup label="Camera, whose pictures stay in this page">
          {cameras.map(({ id, name }) => (
            <option key={id} value={CAMERA + id}>
              {name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Simulated camera">
          {ACTINGS.map((acting) => (
            <option key={acting} value={`simulated ${acting}`}>
              Somebody who {ACTING_NAMES[acting]}
            </option>
          ))}
        </optgroup>
      </Form.Select>
      <div className="d-flex gap-2 align-items-center my-2">
        <FacePicture values={values} seen={status === 'seen'} />
        <p className="small mb-0 flex-fill" role="status">
          {problem ?? saidOf(teaching) ?? slowly(status, rate) ?? STATUS[status]}
        </p>
      </div>
      {problem !== null && (
        <Button
          size="sm"
          variant="outline-secondary"
          className="w-100 mb-2"
          onClick={() => void session.use(deviceOf(device, pad.current))}
        >
          Try again
        </Button>
      )}
      {device === 'pad' && <PadFields pad={pad.current} />}
      <div className="d-flex gap-2 mb-2">
        {TAUGHT.map(({ what, label, title }) => (
          <Button
            key={what}
            size="sm"
            variant="outline-secondary"
            className="flex-fill"
            disabled={!live}
            title={title}
            onClick={() => session.teach(what)}
          >
            {teaching?.what === what ? 'Leave it' : label}
          </Button>
        ))}
      </div>
      <Switch
        id="face mirrored"
        className="small mb-1"
        label="As in a mirror"
        checked={settings.mirrored}
        onChange={(on) => session.change({ ...settings, mirrored: on })}
      />
      <FaceChannels session={session} />
    </section>
  );
}

const CAMERA = 'camera ';

function deviceOf(id: string, pad: FacePad): FaceDevice | null {
  if (id === '') return null;
  if (id.startsWith(CAMERA)) return camera(id.slice(CAMERA.length) || null);
  return id === 'pad' ? pad : simulatedCamera(id.replace('simulated ', '') as Acting);
}

/** Below that a face is followed in steps, times a second. */
const SLOW = 12;

function slowly(status: string, rate: number | null): string | null {
  return status === 'seen' && rate !== null && rate < SLOW
    ? `Your face is followed, but seen only ${Math.round(rate)} times a second: move slowly, or add light.`
    : null;
}

function saidOf(teaching: ReturnType<FaceSession['state']['getState']>['teaching']) {
  if (!teaching) return null;
  const { what, left } = teaching;
  if (what === 'range') return `Turn, nod, raise your brows, smile as far as you will: ${left} s`;
  return left > 0 ? `Look ahead and hold still: ${left}` : 'Hold still …';
}
