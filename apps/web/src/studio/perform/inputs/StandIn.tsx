import { Form } from 'react-bootstrap';
import { HoldButton } from '../HoldButton';
import { PadArea } from '../PadArea';
import type { SimulatedMidi } from './standIns';
import { SimulatedGamepad } from './standIns';

const KEYS = [60, 61, 62, 63, 64, 65] as const;
const KNOBS = [20, 21, 22, 23] as const;

/** A device that is not there, on the screen: it is touched as the real one would be. */
export function StandIn({ device }: { device: SimulatedGamepad | SimulatedMidi }) {
  return device instanceof SimulatedGamepad ? (
    <GamepadFields device={device} />
  ) : (
    <MidiFields device={device} />
  );
}

function GamepadFields({ device }: { device: SimulatedGamepad }) {
  const stick = (first: number) => (across: number, down: number) => {
    device.moveStick(first, across);
    device.moveStick(first + 1, down);
  };
  return (
    <div className="d-flex flex-wrap gap-2 mb-2 face-pads">
      <PadArea label="Stick 1" onMove={stick(0)} />
      <PadArea label="Stick 2" onMove={stick(2)} />
      <div className="d-grid gap-1">
        {[0, 1, 2, 3].map((button) => (
          <HoldButton
            key={button}
            label={`Button ${button + 1}`}
            onHold={(held) => device.press(button, held ? 1 : 0)}
          />
        ))}
      </div>
    </div>
  );
}

function MidiFields({ device }: { device: SimulatedMidi }) {
  return (
    <div className="mb-2">
      <div className="d-flex flex-wrap gap-1 mb-1">
        {KEYS.map((key) => (
          <HoldButton key={key} label={`Key ${key}`} onHold={(held) => device.press(key, held)} />
        ))}
      </div>
      {KNOBS.map((knob) => (
        <div key={knob} className="d-flex align-items-center gap-2 small">
          <span className="text-nowrap">Knob {knob}</span>
          <Form.Range
            aria-label={`Knob ${knob}`}
            {...{ min: 0, max: 1, step: 1 / 127, defaultValue: 0.5 }}
            onChange={({ target }) => device.turn(knob, Number(target.value))}
          />
        </div>
      ))}
    </div>
  );
}
