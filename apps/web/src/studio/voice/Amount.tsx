import type { DOMAttributes } from 'react';
import { Form } from 'react-bootstrap';
import { asOneStep } from '../../history/asOneStep';
import { useOpenScene } from '../SceneContext';

/** A slider with its name and its value in words; one movement of it is one step to undo. */
export function Amount({
  label,
  shown,
  onChange,
  letGo,
  ...range
}: {
  label: string;
  shown: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onChange: (value: number) => void;
  /** Called when it is let go, where what it sets is made only then. */
  letGo?: () => void;
}) {
  const { history } = useOpenScene().store;
  const handlers: Pick<
    DOMAttributes<HTMLInputElement>,
    'onPointerUp' | 'onKeyUp' | 'onBlur'
  > = letGo ? { onPointerUp: letGo, onKeyUp: letGo, onBlur: letGo } : asOneStep(history);
  return (
    <Form.Group className="setting" controlId={`amount-${label}`}>
      <Form.Label>
        {label} <span className="quiet figures">{shown}</span>
      </Form.Label>
      <Form.Range
        {...range}
        {...handlers}
        aria-valuetext={shown}
        onChange={({ target }) => onChange(Number(target.value))}
      />
    </Form.Group>
  );
}
