import { Form } from 'react-bootstrap';
import { asOneStep } from '../../history/asOneStep';
import { useOpenCharacter } from '../CharacterContext';

interface SliderProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max: number;
  readonly unit?: string;
  readonly onChange: (value: number) => void;
}

/** A labelled slider whose whole movement is one step to undo. */
export function Slider({ label, value, min = 0, max, unit = '', onChange }: SliderProps) {
  const { history } = useOpenCharacter().store;
  const shown = unit === '°' || max > 5 ? Math.round(value) : `${Math.round(value * 100)} %`;
  return (
    <Form.Group className="setting">
      <Form.Label>
        {label}
        <span className="quiet figures">
          {shown}
          {unit}
        </span>
      </Form.Label>
      <Form.Range
        aria-label={label}
        min={min}
        max={max}
        step={(max - min) / 200}
        value={value}
        {...asOneStep(history)}
        onChange={({ target }) => onChange(Number(target.value))}
      />
    </Form.Group>
  );
}
