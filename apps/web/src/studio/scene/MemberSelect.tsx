import { Form } from 'react-bootstrap';
import { castOf, STAGE } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

const THE_STAGE = 'the stage';

/** What people call members of the cast. */
export function useMemberNames(): (id: string) => string {
  const { characters } = useOpenScene();
  const cast = useScene(({ scene }) => scene.cast);
  return (id) =>
    id === STAGE
      ? THE_STAGE
      : (cast[id]?.name ?? characters.get(cast[id]?.character ?? '')?.name ?? '');
}

/** Chooses whom of the cast one works on. @param withStage whether the stage, its light and its things, can be chosen too */
export function MemberSelect({
  label,
  member,
  withStage = false,
  ...select
}: {
  label: string;
  member: string;
  withStage?: boolean;
  size?: 'sm';
  className?: string;
  disabled?: boolean;
}) {
  const { store } = useOpenScene();
  const cast = useScene(({ scene }) => castOf(scene));
  const nameOf = useMemberNames();
  return (
    <Form.Select
      {...select}
      aria-label={label}
      value={member}
      onChange={({ target: { value } }) =>
        value === STAGE ? store.getState().chooseStage() : store.getState().chooseMember(value)
      }
    >
      {cast.map(({ id }) => (
        <option key={id} value={id}>
          {nameOf(id)}
        </option>
      ))}
      {withStage && <option value={STAGE}>The stage</option>}
    </Form.Select>
  );
}
