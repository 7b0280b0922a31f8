import { X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { FLIP_RUNS, type CueFlip } from '@cruvo/core/cues';
import type { MouthDrawing } from '@cruvo/core/mouth';
import { IconButton } from '../../../shell/IconButton';
import { ShareSlider } from '../../life/ShareSlider';
import type { NumberField } from '../../life/words';
import { RUNS_OF_FLIP } from '../words';

const RATE: NumberField = {
  ...{ label: 'A second', min: 0.5, max: 30, step: 0.5 },
  inWords: (value) => String(value),
};

/** Which drawings a flip shows, how fast, and how often. */
export function FlipFields({
  action,
  drawings,
  set,
}: {
  action: CueFlip;
  drawings: readonly Pick<MouthDrawing, 'drawing' | 'label'>[];
  set: (action: CueFlip) => void;
}) {
  const change = (fields: Partial<CueFlip>) => set({ ...action, ...fields });
  const labelOf = (id: string) =>
    drawings.find(({ drawing }) => drawing === id)?.label ?? 'One that is gone';
  return (
    <div className="d-grid gap-1 mt-1">
      <ol className="flip-drawings" aria-label="Drawings of the run">
        {action.drawings.map((drawing, at) => (
          <li key={at}>
            {labelOf(drawing)}
            <IconButton
              icon={X}
              label={`Leave drawing ${at + 1} out`}
              onClick={() => change({ drawings: action.drawings.toSpliced(at, 1) })}
            />
          </li>
        ))}
      </ol>
      <Form.Select
        size="sm"
        aria-label="Add a drawing to the run"
        value=""
        onChange={({ target }) => change({ drawings: [...action.drawings, target.value] })}
      >
        <option value="">Add a drawing</option>
        {drawings.map(({ drawing, label }) => (
          <option key={drawing} value={drawing}>
            {label}
          </option>
        ))}
      </Form.Select>
      <ShareSlider field={RATE} value={action.rate} onChange={(rate) => change({ rate })} />
      <Form.Select
        size="sm"
        aria-label="How often the run is seen"
        value={action.runs}
        onChange={({ target }) => change({ runs: target.value as CueFlip['runs'] })}
      >
        {FLIP_RUNS.map((one) => (
          <option key={one} value={one}>
            {RUNS_OF_FLIP[one]}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}
