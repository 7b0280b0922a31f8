import { Form } from 'react-bootstrap';

/** A labelled colour, #rrggbb. */
export function Colour({
  label,
  id = label,
  value,
  onChange,
}: {
  label: string;
  /** Where several on a page have the same label. */
  id?: string;
  value: string;
  onChange: (color: string) => void;
}) {
  return (
    <Form.Group className="d-flex align-items-center gap-2 mb-1" controlId={`colour-${id}`}>
      <Form.Control
        type="color"
        value={value}
        onChange={({ target }) => onChange(target.value)}
        className="flex-shrink-0"
      />
      <Form.Label className="small mb-0">{label}</Form.Label>
    </Form.Group>
  );
}

interface FigureProps {
  readonly label: string;
  /** Where several on a page have the same label. */
  readonly id?: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly onChange: (value: number) => void;
}

/** A labelled number, to be typed; numbers out of range are not taken over. */
export function Figure({
  label,
  id = label,
  value,
  min = -Infinity,
  max = Infinity,
  step,
  onChange,
}: FigureProps) {
  return (
    <Form.Group controlId={`figure-${id}`}>
      <Form.Label className="small mb-0">{label}</Form.Label>
      <Form.Control
        size="sm"
        type="number"
        {...(step === undefined ? {} : { step })}
        value={Math.round(value * 10) / 10}
        onChange={({ target }) => {
          const number = Number(target.value);
          if (target.value !== '' && number >= min && number <= max) onChange(number);
        }}
      />
    </Form.Group>
  );
}

/** Something that is on or off. */
export function Switch({
  id,
  label,
  checked,
  disabled = false,
  className = 'small',
  onChange,
}: {
  /** Tells it apart from others on the page. */
  id: string;
  label: string;
  checked: boolean;
  disabled?: boolean;
  className?: string;
  onChange: (checked: boolean) => void;
}) {
  return (
    <Form.Check
      id={id}
      type="switch"
      className={className}
      label={label}
      checked={checked}
      disabled={disabled}
      onChange={({ target }) => onChange(target.checked)}
    />
  );
}
