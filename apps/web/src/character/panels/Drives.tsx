import { X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { bodyControlsOf, drivable, withControl, type BodyControl } from '@cruvo/core/character';
import { IconButton } from '../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { Slider } from './Slider';

/** What a control drives as well, each by its own amount: a chain from the cheek to the head to the neck. */
export function Drives({ control }: { control: BodyControl }) {
  const { store } = useOpenCharacter();
  const controls = useCharacter(({ character }) => character.controls);
  const { id, drives } = control;
  const set = (next: BodyControl['drives']) =>
    store.getState().change((before) => withControl(before, id, { drives: next }));
  const possible = bodyControlsOf({ controls }).filter((other) => drivable(controls, id, other.id));
  if (drives.length === 0 && possible.length === 0) return null;
  return (
    <div className="mt-1">
      {drives.map(({ control: driven, amount }, at) => (
        <div key={driven} className="d-flex align-items-end gap-1">
          <div className="flex-fill">
            <Slider
              label={`drives ${controls[driven]?.name ?? driven}`}
              value={amount}
              {...{ min: -1, max: 1 }}
              onChange={(next) =>
                set(
                  drives.map((drive, place) => (place === at ? { ...drive, amount: next } : drive)),
                )
              }
            />
          </div>
          <IconButton
            icon={X}
            label={`Don’t drive ${controls[driven]?.name ?? driven}`}
            onClick={() => set(drives.filter((_, place) => place !== at))}
          />
        </div>
      ))}
      {possible.length > 0 && (
        <Form.Select
          size="sm"
          aria-label={`Let ${control.name} drive another control`}
          value=""
          onChange={({ target }) => set([...drives, { control: target.value, amount: 0.5 }])}
        >
          <option value="">drives another control …</option>
          {possible.map(({ id: other, name }) => (
            <option key={other} value={other}>
              {name}
            </option>
          ))}
        </Form.Select>
      )}
    </div>
  );
}
