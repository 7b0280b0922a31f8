import { useEffect, useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { Character } from '@cruvo/core/character';
import type { Cue } from '@cruvo/core/cues';
import type { Binding } from '@cruvo/core/inputs';
import { usualBindings } from '@cruvo/core/performance';
import type { MovedProgram } from '@cruvo/core/program';
import { useOpenScene } from '../../SceneContext';
import { BindingRow } from './BindingRow';
import { bindingsOf, useBindings } from './bindings';
import { gamepadDevice } from './gamepadDevice';
import { DEVICES, type DeviceName, type InputDevice } from './inputDevice';
import { midiDevice } from './midiDevice';
import { pointerDevice } from './pointerDevice';
import { StandIn } from './StandIn';
import { SimulatedGamepad, SimulatedMidi } from './standIns';
import { targetsOfBindings, useInputs } from './useInputs';

const NAMES: Readonly<Record<DeviceName, string>> = {
  pointer: 'The pointer, over the stage',
  gamepad: 'A gamepad',
  midi: 'MIDI keys and knobs',
  'simulated gamepad': 'Simulated gamepad',
  'simulated midi': 'Simulated MIDI keys and knobs',
};
const WAITING: Readonly<Partial<Record<DeviceName, string>>> = {
  gamepad: 'Press a button of the gamepad: browsers show it only then.',
  pointer: 'Move the pointer over the stage.',
};
const NONE: readonly Binding[] = [];

/** A device that performs: its buttons fire cues, its sticks and knobs move controls. */
export function InputsCard({
  member,
  character,
  own,
  cues,
}: {
  member: string;
  /** Null for the stage. */
  character: Character | null;
  own: MovedProgram;
  cues: readonly Cue[];
}) {
  const { performing } = useOpenScene();
  const [name, setName] = useState<DeviceName | ''>('');
  const kept = useBindings((state) => (name ? bindingsOf(state, member, name) : NONE));
  const usual = useMemo(
    () => (name && character ? usualBindings(withoutSimulated(name), character) : NONE),
    [name, character],
  );
  const bindings = kept ?? usual;
  const { setBindings } = useBindings.getState();
  const set = (next: readonly Binding[]) => name && setBindings(member, name, next);
  const session = useInputs(performing, { own, cues, bindings, onLearnt: set });
  const { status, problem, learning, values, late } = useStore(session.state);
  const device = useMemo(() => deviceOf(name), [name]);
  useEffect(() => void session.use(device), [session, device]);
  const choose = (next: DeviceName | '') => {
    performing.letGo(targetsOfBindings(bindings));
    setName(next);
  };
  const simulated = device instanceof SimulatedGamepad || device instanceof SimulatedMidi;
  return (
    <section className="inputs-card" aria-label="Devices">
      <Form.Select
        size="sm"
        aria-label="Device"
        value={name}
        onChange={({ target }) => choose(target.value as DeviceName | '')}
      >
        <option value="">No device beside hands and keys</option>
        {DEVICES.map((one) => (
          <option key={one} value={one}>
            {NAMES[one]}
          </option>
        ))}
      </Form.Select>
      {name !== '' && (
        <>
          <p className="small quiet my-1" role="status">
            {problem ?? (learning ? LEARNING : said(name, status, values.size > 0, late))}
          </p>
          {simulated && <StandIn key={name} device={device} />}
          {bindings.map((binding, at) => (
            <BindingRow
              key={at}
              {...{ binding, member, cues }}
              value={values.get(binding.input) ?? 0}
              onChange={(next) => set(bindings.with(at, next))}
              onRemove={() => set(bindings.toSpliced(at, 1))}
            />
          ))}
          <div className="d-flex gap-2 my-2">
            <Button
              size="sm"
              variant={learning ? 'secondary' : 'outline-secondary'}
              aria-pressed={learning}
              className="flex-fill"
              disabled={status !== 'on'}
              title="The next button, stick or knob that you touch is added"
              onClick={() => session.learn(!learning)}
            >
              {learning ? 'Leave it' : 'Learn by touch'}
            </Button>
            <Button
              size="sm"
              variant="outline-secondary"
              className="flex-fill"
              title="What its buttons and knobs do while nobody says otherwise"
              onClick={() => set(usual)}
            >
              As usual
            </Button>
          </div>
        </>
      )}
    </section>
  );
}

const LEARNING = 'Press a button, or turn what you mean far.';

function said(name: DeviceName, status: string, heard: boolean, late: number | null): string {
  if (status === 'starting') return 'Waiting for the device …';
  if (!heard) return WAITING[name] ?? 'Touch it, and the character follows.';
  const milliseconds = Math.round(1000 * (late ?? 0));
  return milliseconds === 0
    ? 'It moves the character.'
    : `It moves the character. It is heard ${milliseconds} ms late; takes make up for that.`;
}

const withoutSimulated = (name: DeviceName) =>
  name.replace('simulated ', '') as 'pointer' | 'gamepad' | 'midi';

function deviceOf(name: DeviceName | ''): InputDevice | null {
  switch (name) {
    case '':
      return null;
    case 'pointer':
      return pointerDevice;
    case 'gamepad':
      return gamepadDevice;
    case 'midi':
      return midiDevice;
    case 'simulated gamepad':
      return new SimulatedGamepad();
    case 'simulated midi':
      return new SimulatedMidi();
  }
}
