import { Form } from 'react-bootstrap';
import { withRecord } from '@cruvo/core/records';
import { castOf, withTogether, type CastMember } from '@cruvo/core/scene';
import { NameField } from '../../shell/NameField';
import { useFocus, useOpenScene, useScene } from '../SceneContext';
import { TypedFigure } from './TypedFigure';

const FAR = 100_000;
const DEGREE = Math.PI / 180;

/** How the character that is worked on stands on the stage: its name there, numbers, and who it moves together with. */
export function MemberFields() {
  const { store, characters } = useOpenScene();
  const { member: id } = useFocus();
  const cast = useScene(({ scene }) => castOf(scene));
  const member = cast.find((one) => one.id === id);
  if (!member) return null;
  const nameOf = (one: CastMember) => one.name ?? characters.get(one.character)?.name ?? '';
  const { edit } = store.getState();
  const change = (fields: Partial<CastMember>) =>
    edit((scene) => ({
      ...scene,
      cast: withRecord(scene.cast, member.id, (one) => ({ ...one, ...fields })),
    }));
  const others = cast.filter((one) => one !== member);
  return (
    <section aria-label="On the stage">
      <h2 className="h6">
        <NameField
          name={nameOf(member)}
          label="Name in this scene"
          title="Rename it in this scene"
          onRename={(name) => change({ name })}
        />{' '}
        on the stage
      </h2>
      <div className="d-flex gap-2 mb-2">
        <TypedFigure
          label="Across"
          value={member.x}
          {...{ min: -FAR, max: FAR, digits: 1 }}
          onChange={(x) => change({ x })}
        />
        <TypedFigure
          label="Down"
          value={member.y}
          {...{ min: -FAR, max: FAR, digits: 1 }}
          onChange={(y) => change({ y })}
        />
      </div>
      <div className="d-flex gap-2 mb-2">
        <TypedFigure
          label="Scale, %"
          value={100 * member.scale}
          {...{ min: 1, max: 10_000, digits: 1 }}
          onChange={(percent) => change({ scale: percent / 100 })}
        />
        <TypedFigure
          label="Turned, degrees"
          value={member.turn / DEGREE}
          {...{ min: -360, max: 360, digits: 1 }}
          onChange={(degrees) => change({ turn: degrees * DEGREE })}
        />
      </div>
      {others.length > 0 && (
        <fieldset className="small">
          <legend className="small mb-0">Moves together with</legend>
          {others.map((other) => (
            <Form.Check
              key={other.id}
              id={`together-${other.id}`}
              label={nameOf(other)}
              checked={member.group !== null && member.group === other.group}
              onChange={({ target }) =>
                edit((scene) =>
                  withTogether(scene, member.id, other.id, target.checked, crypto.randomUUID()),
                )
              }
            />
          ))}
        </fieldset>
      )}
      <hr />
    </section>
  );
}
