import { Form } from 'react-bootstrap';
import { branchOf, holdersOf, partsOf } from '@cruvo/core/character';
import { useCharacter } from '../CharacterContext';

interface PartSelectProps {
  readonly label: string;
  /** Id of the part; null for none. */
  readonly value: string | null;
  /** A part that can't be chosen, nor what it holds or what holds it. */
  readonly without: string;
  readonly onChange: (part: string | null) => void;
}

/** One of the character's parts, by name. */
export function PartSelect({ label, value, without, onChange }: PartSelectProps) {
  const parts = useCharacter(({ character }) => partsOf(character));
  const barred = new Set(
    [...branchOf(parts, without), ...holdersOf(parts, without)].map(({ id }) => id),
  );
  return (
    <Form.Select
      size="sm"
      aria-label={label}
      value={value ?? ''}
      onChange={({ target }) => onChange(target.value || null)}
    >
      <option value="">{label} …</option>
      {parts
        .filter(({ id }) => !barred.has(id))
        .map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
    </Form.Select>
  );
}
