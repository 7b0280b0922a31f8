import { Form } from 'react-bootstrap';
import { longestLife, MOST_DRAWN, type Emitter } from '@cruvo/core/particles';
import { useDrawnOwners } from '../falling/useDrawnOwners';
import type { EmitterFieldsProps } from './WhereFields';

/** Which part each particle is a picture of, if any; a hidden part does as well. */
export function OwnPicture({ emitter, onChange }: EmitterFieldsProps) {
  const owners = useDrawnOwners();
  const options = owners.flatMap(({ id, parts }) =>
    parts.map((part) => ({ member: id, part: part.id })),
  );
  const { drawing } = emitter;
  const chosen = options.findIndex(
    ({ member, part }) => member === drawing?.member && part === drawing.part,
  );
  return (
    <label className="field-row mb-1 small">
      <span className="quiet text-nowrap">Each is</span>
      <Form.Select
        size="sm"
        value={drawing === null ? '' : String(chosen)}
        onChange={({ target }) => {
          const option = options[Number(target.value)];
          if (target.value === '' || !option) onChange({ drawing: null });
          else onChange({ ...fewEnough(emitter), drawing: option });
        }}
      >
        <option value="">as chosen below</option>
        {drawing !== null && chosen < 0 && <option value="-1">a picture that is gone</option>}
        {owners.map(({ id, name, parts }) => (
          <optgroup key={id} label={`A picture of: ${name}`}>
            {parts.map((part) => (
              <option
                key={part.id}
                value={options.findIndex((one) => one.member === id && one.part === part.id)}
              >
                {part.name}
              </option>
            ))}
          </optgroup>
        ))}
      </Form.Select>
    </label>
  );
}

/** As many as can be pictures at once. */
function fewEnough({ rate, burst, style }: Emitter): Pick<Emitter, 'rate' | 'burst'> {
  const burstNow = Math.min(burst, MOST_DRAWN / 2);
  const most = (MOST_DRAWN - burstNow - 1) / longestLife(style);
  return { rate: Math.min(rate, Math.floor(most)), burst: burstNow };
}
