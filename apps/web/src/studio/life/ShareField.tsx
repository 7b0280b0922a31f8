import { Form } from 'react-bootstrap';
import type { asOneStep } from '../../history/asOneStep';
import type { NumberField } from './words';

export interface ShareFieldProps {
  readonly field: NumberField;
  /** What tells it from others of its label. */
  readonly name?: string;
  readonly value: number;
  /** What a double-click sets; nothing where there is none. */
  readonly usual?: number;
  readonly onChange: (value: number) => void;
}

/** A slider with its number in words; a double-click sets it back. */
export function ShareField({
  field: { label, min, max, step, inWords },
  name = label,
  value,
  usual,
  onChange,
  gesture,
}: ShareFieldProps & {
  /** What its whole movement means, where it is a step to undo. */
  gesture?: ReturnType<typeof asOneStep>;
}) {
  return (
    <label className="share-slider">
      <span className="text-truncate">{label}</span>
      <Form.Range
        aria-label={name}
        {...{ min, max, step, value }}
        {...gesture}
        onChange={({ target }) => onChange(Number(target.value))}
        onDoubleClick={() => usual !== undefined && onChange(usual)}
      />
      <span className="quiet figures">{inWords(value)}</span>
    </label>
  );
}
