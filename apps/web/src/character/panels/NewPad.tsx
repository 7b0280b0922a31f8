import { Move } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { freeForPads, withPad } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';

/** Puts two controls on a pad, to be set together by one point; nothing where fewer than two are free. */
export function NewPad() {
  const { store } = useOpenCharacter();
  const controls = useCharacter(({ character }) => character.controls);
  const pads = useCharacter(({ character }) => character.pads);
  const [open, setOpen] = useState(false);
  const free = freeForPads({ ...store.getState().character, controls, pads });
  const [across, setAcross] = useState('');
  const [down, setDown] = useState('');
  if (free.length < 2) return null;
  if (!open) {
    return (
      <Button size="sm" variant="outline-secondary" onClick={() => setOpen(true)}>
        <Move size={15} aria-hidden /> New pad
      </Button>
    );
  }
  const first = free.find(({ id }) => id === across) ?? free[0]!;
  const second = free.find(({ id }) => id === down && id !== first.id);
  const other = second ?? free.find(({ id }) => id !== first.id)!;
  const choice = (label: string, value: string, onChange: (id: string) => void, not?: string) => (
    <Form.Select
      size="sm"
      aria-label={label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      {free
        .filter(({ id }) => id !== not)
        .map(({ id, name }) => (
          <option key={id} value={id}>
            {label}: {name}
          </option>
        ))}
    </Form.Select>
  );
  const make = () => {
    const name = `${first.name}, ${other.name.toLowerCase()}`;
    store
      .getState()
      .change((before) => withPad(before, { name, across: first.id, down: other.id }));
    setOpen(false);
  };
  return (
    <fieldset className="control-card w-100 d-grid gap-1">
      <legend className="small mb-1">Two controls, set together by one point</legend>
      {choice('Across', first.id, setAcross)}
      {choice('Down', other.id, setDown, first.id)}
      <div className="d-flex gap-2">
        <Button size="sm" onClick={make}>
          Make the pad
        </Button>
        <Button size="sm" variant="quiet" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </fieldset>
  );
}
