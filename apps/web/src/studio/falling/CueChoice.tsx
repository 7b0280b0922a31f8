import { Form } from 'react-bootstrap';
import { cuesOf, type CueReference } from '@cruvo/core/cues';
import { castOf } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

/** Which cue of anybody on the stage sets something off. */
export function CueChoice({
  label,
  cue,
  onChange,
}: {
  label: string;
  cue: CueReference | null;
  onChange: (cue: CueReference | null) => void;
}) {
  const { characters } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const cast = castOf(scene).flatMap((member) => {
    const character = characters.get(member.character);
    return character ? [{ id: member.id, name: member.name ?? character.name, character }] : [];
  });
  const options = cast.flatMap(({ id, name, character }) =>
    cuesOf(character).map((one) => {
      return { member: id, cue: one.id, label: `${name}: ${one.name}` };
    }),
  );
  const chosen = options.findIndex((one) => one.member === cue?.member && one.cue === cue.cue);
  if (options.length === 0 && cue === null) return null;
  return (
    <label className="field-row mb-1 small">
      <span className="quiet text-nowrap">{label}</span>
      <Form.Select
        size="sm"
        value={cue === null ? '' : String(chosen)}
        onChange={({ target }) => {
          const option = options[Number(target.value)];
          onChange(
            target.value === '' || !option ? null : { member: option.member, cue: option.cue },
          );
        }}
      >
        <option value="">no cue</option>
        {cue !== null && chosen < 0 && <option value="-1">a cue that is gone</option>}
        {options.map((option, at) => (
          <option key={`${option.member} ${option.cue}`} value={at}>
            {option.label}
          </option>
        ))}
      </Form.Select>
    </label>
  );
}
