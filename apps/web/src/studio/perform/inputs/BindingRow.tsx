import { ChevronDown, ChevronRight, X } from 'lucide-react';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import type { Cue } from '@cruvo/core/cues';
import type { Binding, BindingAction } from '@cruvo/core/inputs';
import { Switch } from '../../../shell/fields';
import { IconButton } from '../../../shell/IconButton';
import { ControlOptions } from '../../life/ControlOptions';
import { ShareField } from '../../life/ShareField';
import type { NumberField } from '../../life/words';

const AMOUNT: NumberField = {
  ...{ label: 'Amount', min: -1, max: 1, step: 0.01 },
  inWords: (value) => `${Math.round(100 * value)} %`,
};
/** What tells of 0 to 1 where it may also rest in the middle. */
const ONE_WAY = /^(knob|pressure)/;
const CUE = 'cue ';

/** What a button or a knob does, and how it stands just now. */
export function BindingRow({
  binding,
  member,
  cues,
  value,
  onChange,
  onRemove,
}: {
  binding: Binding;
  member: string;
  cues: readonly Cue[];
  value: number;
  onChange: (binding: Binding) => void;
  onRemove: () => void;
}) {
  const { input, kind, action } = binding;
  const [open, setOpen] = useState(false);
  const oneWay = kind === 'button' || ONE_WAY.test(input);
  const name = `${input[0]!.toUpperCase()}${input.slice(1)}`;
  const set = (next: BindingAction) => onChange({ ...binding, action: next });
  const choose = (chosen: string) =>
    set(
      chosen.startsWith(CUE)
        ? { kind: 'cue', cue: chosen.slice(CUE.length) }
        : {
            ...{ kind: 'control', amount: 1, centred: false },
            ...(action.kind === 'control' ? action : {}),
            target: chosen,
          },
    );
  const known = action.kind === 'control' || cues.some(({ id }) => id === action.cue);
  return (
    <div className="binding" role="group" aria-label={name}>
      <div className="d-flex align-items-center gap-1 small">
        <span className="text-nowrap">{name}</span>
        <meter
          className="flex-fill"
          aria-label={`How ${input} stands`}
          {...{ min: oneWay ? 0 : -1, max: 1, value }}
        />
        {action.kind === 'control' && (
          <IconButton
            icon={open ? ChevronDown : ChevronRight}
            label={`How far ${input} goes`}
            onClick={() => setOpen(!open)}
          />
        )}
        <IconButton icon={X} label={`Leave ${input} out`} onClick={onRemove} />
      </div>
      <Form.Select
        size="sm"
        aria-label={`What ${input} does`}
        value={action.kind === 'cue' ? CUE + action.cue : action.target}
        onChange={({ target }) => choose(target.value)}
      >
        {action.kind === 'cue' && !known && (
          <option value={CUE + action.cue}>A cue that is gone</option>
        )}
        <optgroup label="Fires">
          {cues.map(({ id, name: cue }) => (
            <option key={id} value={CUE + id}>
              {cue}
            </option>
          ))}
        </optgroup>
        <optgroup label="Moves">
          <ControlOptions member={member} chosen={action.kind === 'control' ? action.target : ''} />
        </optgroup>
      </Form.Select>
      {open && action.kind === 'control' && (
        <ShareField
          field={AMOUNT}
          name={`Amount of ${input}`}
          usual={1}
          value={action.amount}
          onChange={(amount) => set({ ...action, amount })}
        />
      )}
      {open && action.kind === 'control' && ONE_WAY.test(input) && (
        <Switch
          id={`centred ${input} ${action.target}`}
          label="At rest in the middle"
          checked={action.centred}
          onChange={(on) => set({ ...action, centred: on })}
        />
      )}
    </div>
  );
}
