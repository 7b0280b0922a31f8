import { useState } from 'react';
import { Form } from 'react-bootstrap';

/** A number that is taken over when it has been typed: with Enter, or on leaving the field. Escape leaves it as it was. */
export function TypedFigure({
  label,
  value,
  min,
  max,
  digits,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  /** How many digits after the point are shown; 0 takes whole numbers only. */
  digits: number;
  onChange: (value: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const shown = String(Number(value.toFixed(digits)));
  const number = draft === null || draft.trim() === '' ? NaN : Number(draft);
  const fits = number >= min && number <= max && (digits > 0 || Number.isInteger(number));
  const take = () => {
    if (draft !== null && fits && draft !== shown) onChange(number);
    setDraft(null);
  };
  return (
    <Form.Group controlId={`figure-${label}`}>
      <Form.Label className="small mb-0">{label}</Form.Label>
      <Form.Control
        size="sm"
        inputMode="decimal"
        value={draft ?? shown}
        isInvalid={draft !== null && !fits}
        title={`${min} to ${max}`}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={take}
        onKeyDown={({ key }) => {
          if (key === 'Enter') take();
          if (key === 'Escape') setDraft(null);
        }}
      />
      <Form.Control.Feedback type="invalid">
        {digits > 0 ? 'A number' : 'A whole number'} from {min} to {max}
      </Form.Control.Feedback>
    </Form.Group>
  );
}
