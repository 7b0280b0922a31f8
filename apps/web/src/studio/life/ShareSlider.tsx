import { Form } from 'react-bootstrap';
import { asOneStep } from '../../history/asOneStep';
import { useOpenScene } from '../SceneContext';
import type { NumberField } from './words';

/** A slider whose whole movement is one step to undo; a double-click sets it back. */
export function ShareSlider({
  field: { label, min, max, step, inWords },
  name = label,
  value,
  usual,
  onChange,
}: {
  field: NumberField;
  /** What tells it from others of its label. */
  name?: string;
  value: number;
  /** What a double-click sets; nothing where there is none. */
  usual?: number;
  onChange: (value: number) => void;
}) {
  const { history } = useOpenScene().store;
  return (
    <label className="share-slider">
      <span className="text-truncate">{label}</span>
      <Form.Range
        aria-label={name}
        {...{ min, max, step, value }}
        {...asOneStep(history)}
        onChange={({ target }) => onChange(Number(target.value))}
        onDoubleClick={() => usual !== undefined && onChange(usual)}
      />
      <span className="quiet figures">{inWords(value)}</span>
    </label>
  );
}
